import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { expectAccessible, openStop, settled, setSpeed, signIn } from './support/bench.ts';

const scanPanel = (page: Page) => page.getByRole('region', { name: 'Scan', exact: true });

async function scan(page: Page, button: string): Promise<void> {
  const kept = scanPanel(page).locator('tr[data-scan]');
  const before = await kept.count();
  await scanPanel(page).getByRole('button', { name: button }).click();
  await expect(kept).toHaveCount(before + 1, { timeout: 60_000 });
}

test('the van with the low battery: supply first, then the unit, with tests and a decision', async ({
  page
}) => {
  test.setTimeout(180_000);
  await signIn(page, 'bench');
  await setSpeed(page, 120);
  await openStop(page, 2032, 'prove');
  const hands = page.getByRole('group', { name: 'Simulated vehicle controls' });
  // the vehicle of this job stands first behind "nothing"
  await expect(
    hands
      .getByLabel(/Cable is in/)
      .locator('option')
      .nth(1)
  ).toHaveText('Halvard van 15 · this job');
  await hands.getByLabel(/Cable is in/).selectOption({ label: 'Halvard van 15 · this job' });
  await hands.getByLabel('Ignition').selectOption('on');
  await hands.getByLabel('What is wrong with it').selectOption('low battery');
  await scan(page, 'Scan the vehicle');
  await expect(page.getByRole('heading', { name: /^Stop: The supply comes first/ })).toBeVisible();
  const says = page.getByRole('region', { name: 'Reading of the scan' });
  await expect(says.locator('[data-group=supply]')).toBeVisible();

  // with support on and the real fault of the unit the picture turns
  await hands.getByLabel('Support supply').check();
  await hands.getByLabel('What is wrong with it').selectOption('unit faulty inside');
  await scan(page, 'Clear, then scan again');
  await expect(says.locator('[data-group=suspect-internal]')).toContainText('P0606-49');
  await expect(page.getByRole('region', { name: 'Since the pre-scan' })).toContainText('gone');

  const tests = page.getByRole('region', { name: 'Tests' });
  const open = async (id: string) => {
    const item = tests.locator(`[data-test=${id}]`);
    const head = item.locator('button.head');
    if ((await head.getAttribute('aria-expanded')) !== 'true') await head.click();
    return item;
  };
  const supply = await open('supply');
  await supply.getByLabel('At the unit, V').fill('12.45');
  await supply.getByLabel('At the battery, V').fill('120');
  await supply.getByLabel('Under load').selectOption('under-load');
  await supply.getByRole('button', { name: 'Record' }).click();
  await expect(page.getByRole('alert')).toBeVisible();
  await supply.getByLabel('At the battery, V').fill('12,6');
  await supply.getByRole('button', { name: 'Record' }).click();
  await expect(tests.locator('[data-test=supply]')).toContainText(
    '12.60 V, 12.45 V, under load: yes'
  );
  const ground = await open('ground');
  await ground.getByLabel('Lost in the ground, mV').fill('40');
  await ground.getByLabel('Under load').selectOption('under-load');
  await ground.getByRole('button', { name: 'Record' }).click();
  await expect(tests.locator('[data-test=ground]')).toContainText('done');
  const wiring = await open('wiring');
  await wiring.getByLabel('Wire, Ω').fill('0.3');
  await wiring.getByLabel('Wire to ground, kΩ').fill('4000');
  await wiring.getByRole('button', { name: 'Record' }).click();
  await expect(tests.locator('[data-test=wiring]')).toContainText('done');
  const causes = page.getByRole('region', { name: 'Causes' });
  await expect(causes).toContainText('likely');
  await expect(causes).toContainText('ruled out');
  await expect(causes).not.toContainText('%');
  // what was taken at a low battery was cleared, and this scan is of a sound one: every condition is met
  const needs = page.getByRole('list', { name: 'What Go needs' });
  await expect(needs.locator('[data-state=met]')).toHaveCount(9);
  // nobody has been led to an answer
  await expect(page.locator('input[type=radio]:checked')).toHaveCount(0);
  await page.getByLabel('It is this unit').check();
  await page.getByLabel('What was tried and what it showed').fill('Supply and wiring sound');
  await page.getByRole('button', { name: 'Record it' }).click();
  await expect(page.getByRole('heading', { name: 'Go: The unit is the cause' })).toBeVisible();
  await expectAccessible(page);
});

test('a kept scan prints, exports, and is compared', async ({ page }) => {
  await signIn(page, 'bench');
  await openStop(page, 2032, 'prove');
  await scanPanel(page).locator('tr[data-scan] a').first().click();
  await expect(
    page.getByRole('heading', { level: 1, name: /3004421 after clearing/ })
  ).toBeVisible();
  await expect(page.locator('[data-unit=engine]')).toContainText('fails now');
  await expect(page.getByText(/^From .* to /)).toBeVisible();
  await expectAccessible(page);
  for (const [name, pattern] of [
    ['CSV', /unit,address,state,code/],
    ['JSON', /"format": "upright-badger-scan\/1"/]
  ] as const) {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name, exact: true }).click()
    ]);
    expect(readFileSync(await download.path(), 'utf8')).toMatch(pattern);
  }
  const pdf = await page.pdf({ format: 'A4' });
  expect(pdf.toString('latin1')).toContain('/Page');
});

test('a scan of another tool is pasted, seen before it is kept, and read like our own', async ({
  page
}) => {
  await signIn(page, 'bench');
  await openStop(page, 2029, 'prove');
  await scanPanel(page).getByRole('button', { name: 'Enter a scan from another tool' }).click();
  const typed = page.getByRole('group', { name: 'Scan from another tool' });
  await typed.getByRole('textbox').fill('what is this');
  await expect(typed).toContainText('no');
  await typed
    .getByRole('textbox')
    .fill('Transmission:\nP0733 gear 3 stored\nP0606-49 present\nEngine: no response\nnonsense');
  await expect(page.getByTestId('preview')).toContainText('2 units, 2 faults');
  await typed.getByRole('button', { name: /Keep/ }).click();
  await expect(scanPanel(page).locator('tr[data-scan=typed]')).toContainText('2 units');
  await expect(page.getByRole('region', { name: 'Reading of the scan' })).toContainText('P0606');
});

test('no cable, no ignition, the wrong vehicle: each is said and nothing is kept', async ({
  page
}) => {
  await signIn(page, 'bench');
  await openStop(page, 2034, 'prove');
  await settled(page);
  const hands = page.getByRole('group', { name: 'Simulated vehicle controls' });
  const kept = await scanPanel(page).locator('tr[data-scan]').count();
  const refused = async (text: RegExp) => {
    await scanPanel(page).getByRole('button', { name: 'Scan the vehicle' }).click();
    await expect(page.getByRole('alert')).toContainText(text, { timeout: 15_000 });
  };
  await hands.getByLabel(/Cable is in/).selectOption('');
  await refused(/vehicle/i);
  await hands.getByLabel(/Cable is in/).selectOption({ label: 'Halvard van 12' });
  await hands.getByLabel('Ignition').selectOption('on');
  await refused(/another vehicle|other vehicle/i);
  await hands.getByLabel(/Cable is in/).selectOption({ label: 'Halvard van 7 · this job' });
  await expect(scanPanel(page).locator('tr[data-scan]')).toHaveCount(kept);
  await hands.getByLabel(/Cable is in/).selectOption('');
});
