import { expect, test } from '@playwright/test';
import { clamp, openStop, readRegion, setSpeed, signIn } from './support/bench.ts';

test('a failing unit: reads that differ are told, where and how, and one more settles it', async ({
  page
}) => {
  await signIn(page, 'bench');
  await setSpeed(page, 120);
  await openStop(page, 2034, 'wire');
  await page.getByRole('button', { name: 'Station Corner' }).click();
  await expect(page.getByTestId('bench-line')).toContainText('Corner');
  await clamp(page, 2034, '0419', 'ORIGINAL');
  await openStop(page, 2034, 'read');
  await readRegion(page, 'original', 'data flash');
  await readRegion(page, 'original', 'data flash');
  await expect(
    page.getByRole('heading', { name: 'Look: Data flash is not trusted yet' })
  ).toBeVisible();
  const card = page.getByLabel('Can data flash be trusted?');
  await expect(card).toContainText('the first two differ in 14 bytes');
  await expect(card).toContainText('2 reads, 2 contents');
  const strip = page.getByRole('region', { name: 'Where the reads of Data flash disagree' });
  await expect(strip).toContainText(/14 of 65.536 bytes · every bit 1 → 0/);
  await strip.getByText('As a table').click();
  await expect(strip.getByRole('row').nth(1)).toContainText('1 and 2');
  await openStop(page, 2034, 'build');
  await expect(
    page.getByRole('heading', { name: 'Not yet: Not enough to build from' })
  ).toBeVisible();
  await openStop(page, 2034, 'read');
  await readRegion(page, 'original', 'data flash');
  await expect(page.getByText('2 of 3, trusted')).toBeVisible();
});
