import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { benchLine, openStop, setSpeed, signIn } from './support/bench.ts';

test('a lifted chip: put on the programmer, contact checked, one press reads until two agree', async ({
  page
}) => {
  await signIn(page, 'bench');
  await setSpeed(page, 120);
  await openStop(page, 2024, 'wire');
  await page.getByRole('button', { name: 'Station Corner' }).click();
  await expect(page.getByRole('region', { name: 'Chip programmer' })).toBeVisible();
  // nothing is on it yet: no contact, and what to do
  await page.getByRole('button', { name: /Check contact as ORIGINAL/ }).click();
  await expect(page.getByText('No contact with the chip')).toBeVisible();
  const causes = page.getByRole('region', { name: 'Likely causes' });
  await expect(causes.locator('li').first()).toContainText('The clip does not grip');
  await expect(causes).toContainText('latch set FF, cleared FF');
  await page.getByLabel(/Chip on the clip/).selectOption('0396');
  await page.getByRole('button', { name: /Check contact as ORIGINAL/ }).click();
  await expect(page.getByText('compare the tag on the unit')).toBeVisible();
  await expect(causes).toHaveCount(0);
  await expect(benchLine(page)).toContainText('ORIGINAL');
  await expect(benchLine(page)).toContainText('chip on the programmer');
  await openStop(page, 2024, 'read');
  const original = page.getByRole('region', { name: 'Kept reads of the original' });
  await original.getByRole('button', { name: 'Read until two agree' }).click();
  await expect(original).toContainText('2 of 2, trusted', { timeout: 30_000 });
  await expect(original.locator('a.read')).toHaveCount(2);
  await expect(original.getByRole('button', { name: 'Read until two agree' })).toHaveCount(0);
  // what went to the chip, in words
  await page.context().clearCookies();
  await signIn(page, 'lead');
  await openStop(page, 2024, 'read');
  await page.locator('details.kept summary').first().click();
  await page.getByRole('link', { name: 'trace', exact: true }).first().click();
  const frames = page.getByRole('region', { name: 'Frames' });
  await expect(frames).toContainText('← read status');
  const filter = page.getByRole('region', { name: 'Filter' });
  await filter.getByLabel('Service, reason or bytes').fill('0x0800');
  await expect(filter.getByRole('status')).toContainText('2 rows');
  await expect(frames).toContainText('→ read · at 0x0800, 2048 bytes');
  const saving = page.waitForEvent('download');
  await filter.getByRole('link', { name: 'Save as CSV' }).click();
  expect(readFileSync(await (await saving).path(), 'utf8')).toContain('"at 0x0800, 2048 bytes"');
});

test('while the bench supply is on, no chip is touched', async ({ page }) => {
  await signIn(page, 'bench');
  await openStop(page, 2024, 'wire');
  await page.getByRole('button', { name: 'Station Corner' }).click();
  const origin = new URL(page.url()).origin;
  const supply = { data: { voltageMv: 5000, limitMa: 500, on: true }, headers: { origin } };
  await page.request.post('/api/stations/corner/supply', supply);
  const panel = page.getByRole('region', { name: 'Chip programmer' });
  await expect(panel.getByRole('alert')).toContainText('The bench supply is on');
  await expect(page.getByRole('button', { name: /Check contact as ORIGINAL/ })).toBeDisabled();
  await panel.getByRole('button', { name: 'Switch off' }).click();
  await expect(panel.getByRole('alert')).toHaveCount(0);
  await expect(page.getByRole('button', { name: /Check contact as ORIGINAL/ })).toBeEnabled();
});
