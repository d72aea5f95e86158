import { expect, test } from '@playwright/test';
import { openStop, settled, signIn } from './support/bench.ts';

test('lists sort by a column, and the address keeps it', async ({ page }) => {
  await signIn(page, 'bench');
  await page.goto('/jobs?q=HV-EC');
  await settled(page);
  const numbers = () => page.getByRole('list', { name: 'Jobs' }).locator('.no').allTextContents();
  await page.getByRole('link', { name: 'Number', exact: true }).click();
  await expect(page).toHaveURL(/q=HV-EC.*sort=number/);
  await expect.poll(async () => (await numbers())[0]).toBe('2031');
  expect(await numbers()).toEqual([...(await numbers())].sort());
  await page.getByRole('link', { name: /^Number/ }).click();
  await expect(page).toHaveURL(/sort=-number/);
  await expect.poll(async () => (await numbers()).at(-1)).toBe('2031');
  await page.reload();
  await expect(page.getByRole('link', { name: /^Number.*sorted falling/ })).toBeVisible();
  await page.goto('/shelf?sort=-family');
  const families = await page.locator('[data-tag] td:nth-child(2)').allTextContents();
  expect(families.length).toBeGreaterThan(3);
  expect(families).toEqual([...families].sort().reverse());
  await page.goto('/kit');
  await page.getByRole('link', { name: 'State', exact: true }).click();
  await expect(page).toHaveURL(/kit\?sort=state/);
  // what is wrong stands first
  await expect(page.locator('[data-kit]').first().locator('.says')).not.toBeEmpty();
  await expect(page.locator('[data-kit]').last().locator('.says')).toBeEmpty();
});

test('plate, and how the complaint shows: taken in, shown, found; a network is asked for where a way needs one', async ({
  page
}) => {
  await signIn(page, 'desk');
  await page.goto('/jobs/new');
  await settled(page);
  await page.getByLabel('VIN').fill('U8HVC3F2501084777');
  await page.getByLabel('Plate').fill('sb 77-k');
  await page.getByLabel('Customer', { exact: true }).fill('Marsh Farm');
  await page.getByLabel('Vehicle or loose unit').fill('Halvard van, green');
  await page.getByLabel(/Complaint/).fill('Stops');
  await page.getByLabel('How it shows').fill('warm, uphill');
  await page.getByLabel('Shows after, minutes').fill('35');
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page).toHaveURL(/arrive/);
  await expect(page.getByText('Shows: warm, uphill, after 35')).toBeVisible();
  await expect(page.getByRole('cell', { name: 'SB 77-K' })).toBeVisible();
  await page.goto('/jobs?q=SB77K');
  await expect(page.getByRole('list', { name: 'Jobs' }).getByRole('listitem')).toHaveCount(1);
});

test('lanes: people by name, numbers whole or not at all, every task as wide as a finger', async ({
  page
}) => {
  await signIn(page, 'lead');
  await expect(page.getByText('Planning the day')).toHaveCount(0, { timeout: 30_000 });
  const lanes = page.getByRole('group', { name: 'Lanes of the day' });
  await expect(lanes.getByText('Tove Rusk')).toBeVisible();
  const blocks = await lanes.locator('.block').evaluateAll((list) =>
    list.map((el) => {
      const job = el.querySelector('.job') as HTMLElement;
      return {
        width: el.getBoundingClientRect().width,
        number: job.textContent ?? '',
        shown: getComputedStyle(job).display !== 'none',
        whole: job.scrollWidth <= job.clientWidth + 1
      };
    })
  );
  expect(blocks.length).toBeGreaterThan(5);
  for (const b of blocks) {
    expect(b.width).toBeGreaterThanOrEqual(23.9);
    expect(b.number).toMatch(/^\d{4,}$/);
    if (b.shown) expect(b.whole, b.number).toBe(true);
  }
  // every job below the lanes is named once
  const named = await page
    .locator('[data-job][data-state]')
    .evaluateAll((list) => list.map((el) => (el as HTMLElement).dataset['job']));
  expect(new Set(named).size).toBe(named.length);
});

test('the wall display is a rule of the shop', async ({ page, browser }) => {
  await signIn(page, 'lead');
  await page.goto('/shop');
  await settled(page);
  const rule = page.getByRole('checkbox', { name: /Wall display/ });
  await expect(rule).toBeChecked();
  await rule.uncheck();
  const passer = await browser.newPage();
  await expect
    .poll(async () => {
      await passer.goto('/');
      return passer.url();
    })
    .toContain('/sign-in');
  await rule.check();
  await expect
    .poll(async () => {
      await passer.goto('/');
      return passer.url();
    })
    .not.toContain('/sign-in');
  await expect(passer.getByText('Tove Rusk')).toHaveCount(0);
  await expect(passer.getByText('North Quay Couriers')).toHaveCount(0);
  await passer.close();
  await openStop(page, 2031, 'read');
});
