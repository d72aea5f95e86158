import { expect, test } from '@playwright/test';
import { openStop, signIn } from './support/bench.ts';

test('a loose unit: no vehicle is asked for, its stages are its own, and it ends judged', async ({
  page
}) => {
  await signIn(page, 'desk');
  await page.goto('/jobs/new');
  await page.getByRole('combobox', { name: 'Customer' }).fill('Breaker, walk-in');
  await page.getByRole('textbox', { name: 'Vehicle' }).fill('Loose engine unit');
  await page.getByRole('textbox', { name: 'Complaint' }).fill('What is this?');
  await page.getByLabel(/reason/i).selectOption('unknown-unit');
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText('no vehicle known')).toBeVisible();
  const line = page.getByRole('navigation', { name: 'Line of work' });
  await expect(line.locator('a.needless')).toHaveCount(4);
  const number = Number(/jobs\/(\d+)/.exec(page.url())?.[1]);
  await openStop(page, number, 'return');
  const close = page.getByRole('form', { name: 'Close the job' });
  // nobody knows yet what it is, and the desk may not end it without a result
  await expect(close.getByRole('radio').first()).toBeDisabled();
  await expect(close.getByRole('button', { name: 'Close the job' })).toBeDisabled();
});

test('an update: the file for the unit itself is taken at Build, and nothing is built before it', async ({
  page
}) => {
  await signIn(page, 'bench');
  await openStop(page, 2032, 'build');
  await expect(page.getByRole('heading', { name: 'Look: No file to write yet' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Build what is written' })).toBeDisabled();
  const bytes = Buffer.from(
    Uint8Array.from({ length: 4 * 1024 * 1024 }, (_, i) => (i * 31 + (i >> 9) + (i >> 14)) & 0xff)
  );
  const region = page.locator('tr[data-region]').first();
  await region
    .getByLabel(/Choose the file/)
    .setInputFiles({ name: 'update.bin', mimeType: 'application/octet-stream', buffer: bytes });
  await expect(region).toContainText('update.bin', { timeout: 20_000 });
  await page.getByRole('button', { name: 'Build what is written' }).click();
  await expect(page.getByRole('status').or(page.getByRole('alert')).first()).toBeVisible();
  await openStop(page, 2032, 'write');
  await expect(page.getByRole('button', { name: 'Write to this unit' })).toBeDisabled();
});

test('the shop shows who may do what, and a trainee is offered no download', async ({ page }) => {
  await signIn(page, 'trainee');
  await page.goto('/shop');
  const table = page.getByRole('region', { name: 'Who may do what' });
  await expect(table.locator('[data-right="memory.write"]')).toContainText('Write a unit');
  await page.goto('/jobs');
  await expect(page.getByRole('link', { name: 'CSV' })).toHaveCount(0);
});
