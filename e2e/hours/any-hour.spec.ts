// What must hold whatever the clock of the shop says: after closing, on a closed day, on a day of 23 hours.
import { expect, test } from '@playwright/test';
import { expectAccessible, openStop, settled, signIn } from '../support/bench.ts';

const over = () => document.documentElement.scrollWidth - window.innerWidth;

test('a fresh demo is late with nothing, and Today can be read and used', async ({ page }) => {
  await signIn(page, 'bench');
  const plan = page.getByRole('region', { name: 'Plan of the day' });
  await expect(plan.locator('[data-task]').first()).toBeVisible();
  await expect(plan.locator('[data-state="late"]')).toHaveCount(0);
  await expect(page.getByRole('heading', { name: /^Today/ }).locator('..')).not.toContainText(
    /\blate\b/
  );
  await expectAccessible(page);
  for (const [width, height] of [
    [1280, 800],
    [390, 844]
  ] as const) {
    await page.setViewportSize({ width, height });
    expect(await page.evaluate(over), `${width}`).toBeLessThanOrEqual(0);
  }
});

test('a task is moved by dragging and let go again', async ({ page }) => {
  await signIn(page, 'lead');
  const plan = page.getByRole('region', { name: 'Plan of the day' });
  const block = plan.locator('button[data-task][data-pinned="false"]').first();
  await expect(block).toBeVisible();
  const task = (await block.getAttribute('data-task')) ?? '';
  await block.scrollIntoViewIfNeeded();
  const box = await block.boundingBox();
  if (!box) throw new Error('no block');
  const y = box.y + box.height / 2;
  const x = box.x + Math.min(box.width / 2, 12);
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 60, y, { steps: 6 });
  await page.mouse.move(x + 110, y, { steps: 6 });
  await page.mouse.up();
  await expect(plan.locator(`[data-task="${task}"][data-pinned="true"]`).first()).toBeVisible();
  await plan.getByRole('button', { name: 'Show as list' }).click();
  await plan.locator(`tr[data-task="${task}"]`).getByRole('button').click();
  await plan.getByRole('button', { name: 'Let the plan choose' }).click();
  await expect(plan.locator(`tr[data-task="${task}"]`)).not.toContainText('held by hand');
});

test('a job is taken in with a promise that lies ahead', async ({ page }) => {
  await signIn(page, 'desk');
  await page.goto('/jobs/new');
  await settled(page);
  const promise = page.getByRole('button', { name: /17:00$/ }).first();
  await promise.click();
  const value = await page.getByLabel('Promised for').inputValue();
  const { now } = test.info().project.metadata as { now: string };
  expect(value > now, `${value} after ${now}`).toBe(true);
  await expectAccessible(page);
});

test('every stage of a job opens, and nothing on it says late', async ({ page }) => {
  await signIn(page, 'bench');
  for (const stop of ['arrive', 'prove', 'match', 'wire', 'read', 'write', 'return']) {
    await openStop(page, 2031, stop);
    await expect(page.getByRole('heading', { name: /^Job 2031/ })).toBeVisible();
    await expect(page.getByText(/, late$/)).toHaveCount(0);
  }
});
