import { expect, test, type Page } from '@playwright/test';
import { STAGES } from '../core/src/job/stages.ts';
import { expectAccessible, openStop, settled, signIn } from './support/bench.ts';

const PAGES = [
  '/',
  '/jobs',
  '/jobs/new',
  '/shelf',
  '/families',
  '/families/HV-EC4',
  '/shop',
  '/jobs/2031/record',
  '/jobs/2031/certificate',
  '/bundle',
  '/jobs/2031/wiring/original',
  '/power',
  '/power/trace',
  '/trace',
  '/dump',
  '/safe',
  '/jobs/2030/safe',
  '/breakout',
  '/kit',
  '/families/QN-EC1',
  '/units/0417',
  '/units/0405',
  '/jobs/2034/match?part=access',
  '/jobs/2024/match?part=offer',
  '/tags?tags=0417,0388&on=a4'
];

const WIDTHS = [
  [1024, 768],
  [390, 844],
  [1280, 800]
] as const;

/** No grave fault by day, no faint text by night, and nothing wider than the window at any width. */
async function expectSound(page: Page): Promise<void> {
  const path = page.url();
  for (const [width, height] of WIDTHS) {
    await page.setViewportSize({ width, height });
    // a drawing follows the window a moment later
    const over = () =>
      page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    await expect.poll(over, `${path} at ${width}`).toBeLessThanOrEqual(0);
  }
  await expectAccessible(page);
  await turn(page, 'night');
  await expectAccessible(page, 'color-contrast');
  await turn(page, 'day');
}

/** The page has the same words and places by night: only its colours are others. */
const turn = (page: Page, theme: 'day' | 'night') =>
  page.evaluate((to) => document.documentElement.setAttribute('data-theme', to), theme);

test('every screen: axe finds no serious fault by day and night, nothing runs out at three widths', async ({
  page,
  context,
  baseURL
}) => {
  test.setTimeout(300_000);
  await context.addCookies([{ name: 'theme', value: 'day', url: baseURL ?? '' }]);
  await page.goto('/sign-in');
  await expectSound(page);
  await signIn(page, 'lead');
  const more = ['/jobs/2031/match', '/jobs/2030/match', '/jobs/2024/match'];
  for (const path of [...PAGES, ...more]) {
    await page.goto(path);
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'day');
    await expectSound(page);
  }
  for (const stop of STAGES) {
    await openStop(page, 2034, stop);
    await expectSound(page);
  }
  await page.keyboard.press('?');
  await expectSound(page);
});

test('the theme of the cookie is there from the first byte', async ({ page, context, baseURL }) => {
  await context.addCookies([{ name: 'theme', value: 'night', url: baseURL ?? '' }]);
  await page.goto('/sign-in');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'night');
  await expectAccessible(page);
});

test('the keys: help, find, stops, next step, and focus that can be seen', async ({ page }) => {
  await signIn(page, 'bench');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('/');
  const find = page.getByRole('dialog', { name: 'Find' });
  await find.getByRole('searchbox').fill('2031');
  await expect(find.getByText('Halvard van 12')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/jobs\/2031/);
  await page.keyboard.press('6');
  await expect(page).toHaveURL(/jobs\/2031\/read/);
  await page.keyboard.press('1');
  await expect(page).toHaveURL(/jobs\/2031\/arrive/);
  await openStop(page, 2034, 'arrive');
  await page.keyboard.press('.');
  await expect(page).toHaveURL(/jobs\/2034\/(read|wire)/);
  // typing in a field is typing
  await page.goto('/jobs/new');
  await settled(page);
  await page.getByLabel('Customer', { exact: true }).fill('');
  await page.getByLabel('Customer', { exact: true }).press('?');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('Tab');
  const outline = await page.evaluate(
    () => getComputedStyle(document.activeElement as Element).outlineStyle
  );
  expect(outline).not.toBe('none');
});

/** Keys in one breath, as a scanner gives them; a test that types over its wire is slower than one. */
async function scanCode(page: Page, text: string): Promise<void> {
  await page.evaluate((code) => {
    for (const key of [...code, 'Enter'])
      document.body.dispatchEvent(
        new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true })
      );
  }, text);
}

test('a scanned tag opens its unit, in the search field and anywhere on a page', async ({
  page
}) => {
  await signIn(page, 'bench');
  await openStop(page, 2031, 'arrive');
  // a scanner types fast and ends with Enter; its digits open no stop
  await scanCode(page, '0388');
  await expect(page).toHaveURL(/units\/0388$/);
  await openStop(page, 2031, 'arrive');
  await scanCode(page, 'http://bench:8420/units/0417');
  await expect(page).toHaveURL(/units\/0417$/);
  await page.getByLabel('Put it on').fill('shelf D4');
  await page.getByRole('button', { name: 'Move it there' }).click();
  await expect(page.getByText('shelf D4')).toBeVisible();
  // a hand is slower, and 6 is Read
  await openStop(page, 2031, 'arrive');
  await page.keyboard.press('/');
  await page.getByRole('searchbox').fill('0388');
  await expect(page.getByRole('dialog').getByText('Unit 0388')).toBeVisible();
});

test('a label tells its family, misread characters and all', async ({ page }) => {
  await signIn(page, 'bench');
  await page.goto('/families');
  await settled(page);
  const ask = page.getByRole('region', { name: 'What is this?' });
  await ask.getByRole('textbox').fill('125 kHz');
  await expect(ask).toContainText('What would decide');
  await expect(ask.locator('[data-family]')).toHaveCount(2);
  await ask.getByRole('textbox').fill('O 73I 204 418');
  await expect(ask).toContainText('Look: Probably HV-EC4');
  await expect(ask).toContainText('place 4: 1 for I');
  await ask.getByRole('textbox').fill('O 73I 204 418 H4C-2207-B');
  await expect(ask).toContainText('Go: This is HV-EC4');
  await expectAccessible(page);
  await ask.getByRole('link', { name: 'HV-EC4' }).click();
  await expect(page.getByRole('row').filter({ hasText: 'Chip marking' })).toContainText('K32-2M41');
});

test('news from the bench does not swallow a click', async ({ page }) => {
  await signIn(page, 'bench');
  await page.goto('/jobs');
  await settled(page);
  const { origin } = new URL(page.url());
  await page.route('**/__data.json*', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 800));
    await route.continue();
  });
  await page.getByRole('link', { name: 'Open job 2034' }).click();
  const data = { outcome: 'cause', reason: 'news from the bench' };
  await page.request.post('/api/jobs/2027/proof', { data, headers: { origin } });
  await expect(page).toHaveURL(/jobs\/2034\//);
  await expect(page.getByRole('heading', { name: /^Job 2034/ })).toBeVisible();
});

test('the theme turns and stays', async ({ page }) => {
  await signIn(page, 'bench');
  await page.getByRole('button', { name: /Turn to night/ }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'night');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'night');
  await page.getByRole('button', { name: /Turn to day/ }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'day');
});
