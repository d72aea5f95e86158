import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** Signs in with a demo account, as a person does: the button fills the form. */
export async function signIn(page: Page, name: string): Promise<void> {
  await page.goto('/sign-in');
  // a page that does not live yet swallows the first press
  await expect(async () => {
    await page.getByRole('button', { name, exact: true }).click();
    await expect(page.getByLabel('Name')).toHaveValue(name, { timeout: 1000 });
  }).toPass();
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: /^Today/ })).toBeVisible();
  await settled(page);
}

/** The page lives: its live figures have arrived, so keys and buttons work. */
export async function settled(page: Page): Promise<void> {
  await expect(benchLine(page)).not.toContainText('waiting');
}

export const benchLine = (page: Page) => page.getByTestId('bench-line');

/** Opens a stop and waits until the live figures have arrived. */
export async function openStop(page: Page, job: number, stop: string): Promise<void> {
  await page.goto(`/jobs/${job}/${stop}`);
  await settled(page);
}

export async function setSpeed(page: Page, factor: number): Promise<void> {
  const origin = new URL(page.url()).origin;
  const answer = await page.request.post('/api/speed', { data: { factor }, headers: { origin } });
  expect(answer.ok()).toBe(true);
}

/** Clamps a unit with the pad held, switches the supply on and reads the chip id under a role. */
export async function clamp(
  page: Page,
  job: number,
  tag: string,
  role: 'ORIGINAL' | 'DONOR'
): Promise<void> {
  await openStop(page, job, 'wire');
  const off = page.getByRole('button', { name: 'Switch off' });
  if (await off.isEnabled()) {
    await off.click();
    await expect(benchLine(page)).toContainText('Supply is off');
  }
  await page.getByLabel('Unit on the clamp').selectOption(tag);
  await page.getByLabel(/Hold pad/).check();
  await page.getByRole('button', { name: 'Switch on' }).click();
  await page.getByRole('button', { name: new RegExp(`Read chip id as ${role}`) }).click();
  await expect(page.getByText(`${role} ${tag} answers with`)).toBeVisible();
  await expect(benchLine(page)).toContainText(role);
}

/** Reads a region on the Read sheet and waits until one more read is kept. */
export async function readRegion(
  page: Page,
  role: 'original' | 'donor',
  region: string
): Promise<void> {
  const table = page.getByRole('region', { name: `Kept reads of the ${role}` });
  const kept = table.locator('a.read');
  const before = await kept.count();
  await table.getByRole('button', { name: new RegExp(`^Read ${region}`) }).click();
  await expect(kept).toHaveCount(before + 1, { timeout: 60_000 });
  await expect(benchLine(page)).toContainText('Nothing is running');
}

/** No serious or critical fault by axe, WCAG 2.2 A and AA; or only by one of its rules. */
export async function expectAccessible(page: Page, rule?: string): Promise<void> {
  const axe = new AxeBuilder({ page });
  const { violations } = await (
    rule
      ? axe.withRules(rule)
      : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
  ).analyze();
  const grave = violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map(
      (v) =>
        `${v.id}: ${v.nodes.map((n) => `${n.target.join(' ')} ${n.any[0]?.message ?? ''}`).join(' | ')}`
    );
  expect(grave, page.url()).toEqual([]);
}
