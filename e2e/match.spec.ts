import { expect, test } from '@playwright/test';
import { toBuffer } from 'bwip-js/node';
import ICAL from 'ical.js';
import { expectAccessible, openStop, settled, signIn } from './support/bench.ts';

test('a label is read from a photo, look-alikes put right, and the parts service asked', async ({
  page
}) => {
  await signIn(page, 'bench');
  await openStop(page, 2024, 'identify');
  const panel = page.getByRole('region', { name: /Label of the original/ });
  const photo = await toBuffer({ bcid: 'datamatrix', text: '0991410507', scale: 6, padding: 12 });
  await panel
    .locator('input[type=file]')
    .setInputFiles({ name: 'label.png', mimeType: 'image/png', buffer: photo });
  await expect(panel.getByRole('status')).toContainText('Found 0991410507 (DataMatrix)');
  await expect(panel.getByLabel('Hardware number')).toHaveValue('0991410507');

  const blank = Buffer.from('no picture at all');
  await panel
    .locator('input[type=file]')
    .setInputFiles({ name: 'x.png', mimeType: 'image/png', buffer: blank });
  await expect(panel.getByRole('status')).toContainText('is no picture');

  await panel.getByLabel(/The whole label/).fill('433 MHZ  RA-17-O22O');
  await expect(panel.getByLabel('Radio approval')).toHaveValue('RA-17-0220');
  await expect(panel.getByText(/place 7: 0 for O/)).toBeVisible();

  const parts = page.getByRole('region', { name: 'Parts service' });
  await parts.getByRole('button', { name: /What was fitted/ }).click();
  await expect(parts.getByText('0991410507').first()).toBeVisible();
  await expect(parts.locator('[data-state=service], [data-state=kept]')).toBeVisible();
  await expectAccessible(page);
});

test('a donor from the shelf, an offer refused, an access chosen, a quote printed', async ({
  page
}) => {
  await signIn(page, 'lead');
  await openStop(page, 2024, 'match');
  const shelf = page.getByRole('region', { name: 'On the shelf' });
  await expect(shelf.locator('li').first()).toHaveAttribute('data-tag', '0341');
  await expect(shelf.locator('[data-tag="0340"]')).toContainText('Frequency differs');

  await page.getByRole('link', { name: 'An offer' }).click();
  const offer = page.getByRole('region', { name: 'Check an offer' });
  await offer.getByLabel('Text of the advert').fill('no 0 991 41O 5O7 and 315 MHz');
  await expect(offer.locator('[data-code]')).toContainText('Look: Frequency differs');
  await offer.getByLabel('Frequency').fill('433 MHz');
  await expect(offer.locator('[data-code]')).toContainText('Ask the seller for: Radio approval');
  await offer.getByLabel('Radio approval').fill('RA-17-0220');
  await expect(offer.locator('[data-code]')).toContainText('Go:');
  await offer.getByLabel('Where it is offered').fill('Breaker by the bridge');
  await offer.getByLabel('Price asked').fill('45');
  await offer.getByRole('button', { name: 'Keep this offer' }).click();
  await expect(page.getByRole('region', { name: 'Offers' })).toContainText('Breaker by the bridge');
  await expectAccessible(page);

  await page.getByRole('link', { name: 'Access and price' }).click();
  const accesses = page.getByRole('region', { name: 'Access compared' });
  await expect(accesses.locator('[data-access^=clip]')).toContainText('Known to fail');
  await expect(accesses.getByLabel('Choose Clip in circuit')).toBeDisabled();
  await accesses.getByLabel('Choose Chip lifted').check();
  await expect(accesses.getByRole('group', { name: /in detail/ })).toContainText('Mark pin 1');
  await accesses.getByLabel('Why this access').fill('Clip fails on this board');
  await accesses.getByRole('button', { name: 'Use this access' }).click();
  await expect(accesses.getByText(/Chosen by Ansel Brack/)).toContainText('Chip lifted');
  const quote = page.getByRole('region', { name: 'Quote' });
  await quote.getByLabel('One more line').fill('Parcel back');
  await quote.getByLabel('Amount').fill('8,90');
  await quote.getByRole('button', { name: 'Make a quote' }).click();
  await expectAccessible(page);
  await quote.getByRole('link', { name: 'Open and print' }).click();
  await expect(page.getByRole('heading', { name: /^Quote 2024-1/ }).first()).toBeVisible();
  await expect(page.getByText('8.90')).toBeVisible();
  await expectAccessible(page);
});

test('a worn unit is put on the shelf and judged from its values', async ({ page }) => {
  await signIn(page, 'bench');
  await page.goto('/shelf');
  await settled(page);
  await page.getByRole('button', { name: 'Put a unit on the shelf' }).click();
  const form = page.getByRole('form', { name: 'A unit for the shelf' });
  await form.getByLabel(/The whole label/).fill('HW 0 460 811 2O3 SW T2-0915-E');
  await expect(form.getByLabel('Family')).toHaveValue('QN-TC2');
  await form.getByLabel('Place').fill('shelf A9');
  await form.getByRole('button', { name: 'Give it a tag' }).click();
  await expect(page).toHaveURL(/\/units\/\d+/);
  const wear = page.getByRole('region', { name: 'Wear' });
  await wear.getByLabel('Clutch A fill time').fill('250');
  await expect(wear.locator('[data-code]')).toContainText('Stop: Worn out: Clutch A fill time');
  await wear.getByRole('button', { name: 'Keep these values' }).click();
  await expect(wear.getByRole('button', { name: 'Keep these values' })).toBeDisabled();
  await page.goto('/shelf?q=0460811203');
  await expect(page.getByText('Worn out: Clutch A fill time')).toBeVisible();
});

test('the plan: lanes, a task moved by dragging and by form, done, as list, as calendar', async ({
  page
}) => {
  await signIn(page, 'lead');
  // open round the clock, so that the journey holds at any hour
  const always = Array.from({ length: 7 }, () => [{ from: '00:00', to: '23:59' }]);
  const origin = new URL(page.url()).origin;
  const set = await page.request.post('/api/shop/hours', {
    data: { days: always },
    headers: { origin }
  });
  expect(set.ok()).toBe(true);
  await page.reload();
  await settled(page);
  const plan = page.getByRole('region', { name: 'Plan of the day' });
  await expect(plan.locator('[data-task]').first()).toBeVisible();
  await plan.getByRole('button', { name: 'Show kit' }).click();
  const block = plan.locator('[data-task="2034/open"]').first();
  await expect(block).toHaveAttribute('data-pinned', 'false');
  const moved = plan.locator('[data-task="2034/open"][data-pinned="true"]').first();
  // the plan may be made anew between looking where it is and taking hold of it: then it is taken once more
  await expect(async () => {
    const box = await block.boundingBox();
    if (!box) throw new Error('no block');
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 60, y, { steps: 6 });
    await page.mouse.move(x + 90, y, { steps: 6 });
    await page.mouse.up();
    await expect(moved).toBeVisible({ timeout: 5_000 });
  }).toPass({ timeout: 40_000 });

  await plan.getByRole('button', { name: 'Show as list' }).click();
  await plan.getByRole('button', { name: /Change Open the original of job 2034/ }).click();
  const card = plan.getByRole('region', { name: 'The picked task' });
  await card.getByRole('button', { name: 'Let the plan choose' }).click();
  await expect(plan.locator('tr[data-task="2034/open"]')).not.toContainText('held by hand');
  await plan.getByRole('button', { name: /Change Open the original of job 2034/ }).click();
  await card.getByRole('button', { name: 'Done' }).click();
  await expect(plan.locator('[data-task="2034/open"]')).toHaveCount(0);
  await expectAccessible(page);

  const answer = await page.request.get('/api/plan.ics');
  const calendar = new ICAL.Component(ICAL.parse(await answer.text()) as unknown[]);
  expect(calendar.getAllSubcomponents('vevent').length).toBeGreaterThan(5);
});

test('prices, hours and skills are the lead’s; nobody else may change them', async ({ page }) => {
  await signIn(page, 'desk');
  await page.goto('/shop');
  await settled(page);
  await expect(page.getByLabel('Hour of work')).toBeDisabled();
  await expect(page.getByText('Prices are set by the lead.')).toBeVisible();
  await page.context().clearCookies();
  await signIn(page, 'lead');
  await page.goto('/shop');
  await settled(page);
  await page.getByLabel('Hour of work').fill('70,50');
  await page.getByRole('button', { name: 'Keep the prices' }).click();
  await expect(page.getByRole('button', { name: 'Keep the prices' })).toBeDisabled();
  await page.reload();
  // what was typed with a comma is kept as the exact amount
  await expect(page.getByLabel('Hour of work')).toHaveValue('70.5');
});
