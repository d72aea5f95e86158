import { readFileSync, writeFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { benchLine, expectAccessible, openStop, setSpeed, signIn } from './support/bench.ts';

test('a unit that does not answer: the cause is named, tried and put on record; the trace says what went over the wire', async ({
  page
}, info) => {
  await signIn(page, 'lead');
  await setSpeed(page, 120);
  await openStop(page, 2031, 'wire');
  const off = page.getByRole('button', { name: 'Switch off' });
  if (await off.isEnabled()) {
    await off.click();
    await expect(benchLine(page)).toContainText('Supply is off');
  }
  await page.getByLabel('Unit on the clamp').selectOption('0417');
  await page.getByLabel(/Hold pad/).check();
  await page.getByLabel(/Fault for practice/).selectOption('can-swapped');
  await expect(page.getByLabel(/Fault for practice/)).toHaveValue('can-swapped');
  await page.getByRole('button', { name: 'Switch on' }).click();

  await test.step('three tries, then the likely causes with the one test for each', async () => {
    await page.getByRole('button', { name: /Read chip id as ORIGINAL/ }).click();
    const causes = page.getByRole('region', { name: 'Likely causes' });
    await expect(causes).toContainText('silent, silent, silent', { timeout: 30_000 });
    const first = causes.getByRole('listitem').first();
    await expect(first).toContainText('CAN H and CAN L are exchanged');
    await expect(first).toContainText('bus levels are upside down');
    await expect(page.getByText('Look: The unit did not answer')).toBeVisible();
    await expectAccessible(page);
    await first.getByRole('button', { name: 'It was this' }).click();
    await expect(causes).toContainText('Confirmed by');
  });

  await test.step('its trace in words, filtered and saved', async () => {
    await page.getByRole('link', { name: 'What went over the wire' }).click();
    const filter = page.getByRole('region', { name: 'Filter' });
    await expect(filter).toContainText('3 frames');
    const list = page.getByRole('region', { name: 'Frames' });
    await expect(list).toContainText('read data by identifier');
    await filter.getByRole('button', { name: 'Refusals' }).click();
    await expect(filter.getByRole('status')).toContainText('0 rows');
    await filter.getByRole('button', { name: 'Messages' }).click();
    await expect(filter.getByRole('status')).toContainText('3 rows');
    const saving = page.waitForEvent('download');
    await filter.getByRole('button', { name: 'ASC' }).click();
    const saved = await (await saving).path();
    expect(readFileSync(saved, 'utf8')).toContain('base hex  timestamps absolute');
    await page.locator('input[type=file]').setInputFiles({
      name: 'saved.asc',
      mimeType: 'text/plain',
      buffer: readFileSync(saved)
    });
    await expect(filter).toContainText('saved.asc');
    const junk = info.outputPath('junk.log');
    writeFileSync(junk, 'no trace at all');
    await page.locator('input[type=file]').setInputFiles(junk);
    await expect(page.getByRole('alert')).toContainText('Not a trace');
  });

  await test.step('the fault is mended, the unit answers, and no cause is named any more', async () => {
    await openStop(page, 2031, 'wire');
    await page.getByLabel(/Fault for practice/).selectOption('');
    await page.getByRole('button', { name: /Read chip id as ORIGINAL/ }).click();
    await expect(page.getByText('ORIGINAL 0417 answers with')).toBeVisible();
    await expect(page.getByRole('region', { name: 'Likely causes' })).toHaveCount(0);
    await page.getByRole('button', { name: 'Switch off' }).click();
    await expect(benchLine(page)).toContainText('Supply is off');
    await page.getByLabel('Unit on the clamp').selectOption('');
  });
});
