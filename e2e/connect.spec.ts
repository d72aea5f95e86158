import { expect, test } from '@playwright/test';
import { benchLine, openStop, signIn } from './support/bench.ts';

test('a unit is connected one wire at a time, measured, and a short holds the power until it is gone', async ({
  page
}) => {
  await signIn(page, 'bench');
  await openStop(page, 2030, 'wire');
  const connection = page.getByRole('region', { name: 'Connection' });

  await test.step('two boards of one family: the one of this chip is drawn, the other when the marking was read wrong', async () => {
    await expect(connection.getByRole('img', { name: /R12-512A: pad TP3/ })).toBeVisible();
    await page.getByLabel('Marking of the chip').selectOption('R12-512C');
    await page.getByRole('button', { name: /^Connect original/ }).click();
    await expect(connection.getByRole('img', { name: /R12-512C: pad TP3/ })).toBeVisible();
    await expect(connection.getByRole('img', { name: /never touch TP9/ })).toBeVisible();
  });

  await test.step('the connector is drawn from both sides, with a warning on the wire side', async () => {
    const face = connection.getByRole('img', { name: /Connector A, looking into the unit/ });
    await expect(face).toHaveAccessibleName(/Ground 20.*CAN H 11.*Battery feed 1 and 40/);
    await connection.getByRole('button', { name: 'Turn to wire side' }).click();
    await expect(connection.getByText(/Left and right are swapped/)).toBeVisible();
    await connection.getByRole('button', { name: 'Turn to mating side' }).click();
  });

  await test.step('any key is the foot switch; a key held down is one press', async () => {
    await connection.getByRole('button', { name: 'One wire at a time' }).click();
    const walk = page.getByRole('dialog', { name: 'One wire at a time' });
    await expect(walk).toContainText('Programming lines');
    await page.keyboard.press('f');
    await expect(walk).toContainText('pin 20');
    await page.keyboard.press('x');
    await expect(walk).toContainText('pin 11');
    await page.keyboard.press('Backspace');
    await expect(walk).toContainText('pin 20');
    await page.keyboard.press('5');
    await expect(walk).toContainText('3 of 5');
    await page.keyboard.press('Escape');
    await expect(walk).toBeHidden();
    await expect(connection.getByText('2 of 5')).toBeVisible();
    // what is left out is shown above everything else
    await expect(page.getByText('3 of 5 connections are not ticked.')).toBeVisible();
  });

  await test.step('the power is off', async () => {
    // a journey before this one may have left the output on
    const off = page.getByRole('button', { name: 'Switch off' });
    if (await off.isEnabled()) await off.click();
    await expect(benchLine(page)).toContainText('Supply is off');
  });

  const measure = page.getByRole('region', { name: 'Measured, power off' });
  const read = async (what: string, text: string) => {
    await measure.getByLabel(`${what}, ohm`).fill(text);
    await measure.getByRole('button', { name: `Keep ${what}`, exact: true }).click();
  };
  await test.step('measured with the power off', async () => {
    for (const name of [/^CAN H to/, /^CAN L to/, /^Battery feed to/]) {
      await connection.getByRole('button', { name }).click();
      await expect(connection.getByRole('button', { name })).toHaveAttribute(
        'aria-pressed',
        'true'
      );
    }
    await read('CAN H to CAN L', 'sixty');
    await expect(measure.getByRole('alert')).toContainText('Type a resistance');
    await read('CAN H to CAN L', '118');
    await expect(measure).toContainText('One terminator too few');
    await read('CAN H to CAN L', '60,2');
    await expect(measure).toContainText('CAN pair measures right');
  });

  await test.step('a short on the feed holds the power', async () => {
    await read('Feed to ground', '0.4');
    await expect(page.getByText('Stop: Short on the feed')).toBeVisible();
    await page.getByRole('button', { name: 'Switch on' }).click();
    await expect(page.getByText('Refused: A measured fault holds the power')).toBeVisible();
    await expect(benchLine(page)).toContainText('0.00');
    await read('Feed to ground', '2.4k');
    await expect(measure).toContainText('No short on the feed');
    await expect(page.getByText('Stop: Short on the feed')).toBeHidden();
  });

  await test.step('the sheet prints with everything on it', async () => {
    await connection.getByRole('link', { name: 'Print the sheet' }).click();
    const sheet = page.getByRole('article');
    for (const text of [
      '1. Programming lines',
      'pin 20',
      'pins 1 and 40',
      'Measure Feed to ground'
    ])
      await expect(sheet).toContainText(text);
    await expect(sheet).toContainText('not in the vehicle’s diagram');
    for (const format of ['A4', 'Letter']) {
      const pdf = await page.pdf({ format, margin: { top: '10mm', bottom: '10mm' } });
      expect(pdf.toString('latin1').match(/\/Type\s*\/Page[^s]/g)).toHaveLength(1);
    }
  });
});

test('the power desk computes without a job', async ({ page }) => {
  await signIn(page, 'trainee');
  await page.getByRole('link', { name: 'Power' }).click();
  const budget = page.getByRole('region', { name: 'Budget' });
  await expect(budget).toContainText('This supply cannot carry it');
  await budget.getByLabel('Supply gives').fill('6');
  await expect(budget).toContainText('The supply can carry it');
  const lead = page.getByRole('region', { name: 'Lead', exact: true });
  await lead.getByLabel('Length, one way').fill('12');
  await expect(lead).toContainText('Too little voltage at the unit');
  await lead.getByLabel('Length, one way').fill('long');
  await expect(lead).toContainText('Voltage at the unit not known');
  const vehicle = page.getByRole('region', { name: 'Battery plan' });
  await vehicle.getByLabel('Support').selectOption('battery charger');
  await expect(vehicle).toContainText('A charger is not a supply');
  await vehicle.getByLabel('Job').selectOption('2034'); // no other journey closes it
  await vehicle.getByRole('button', { name: 'Send' }).click();
  await vehicle.getByRole('link', { name: 'job 2034' }).click();
  await expect(page.getByRole('region', { name: 'Power desk' })).toContainText(
    'A charger is not a supply'
  );
});
