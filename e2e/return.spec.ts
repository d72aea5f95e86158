// A new engine unit is led back into its minibus: VIN, keys, coding and learnt values are taught over the vehicle's own pair, every start is watched.
import { expect, test, type Page } from '@playwright/test';
import { expectAccessible, openStop, signIn } from './support/bench.ts';

const VIN = 'U8NME3A1404400588';

async function takeIn(page: Page): Promise<number> {
  const answer = await page.request.post('/api/jobs', {
    data: {
      ...{ customer: 'Reedbank Transport', vehicle: 'Quillon minibus 5', vin: VIN },
      ...{ family: 'QN-EC1', complaint: 'Stalls when warm', reason: 'new-module' },
      ...{ authorisedBy: 'Office', promisedAt: null, intakeKey: 'way-back', another: true },
      ...{ shows: 'idle, warm', showsMinutes: 10 },
      arrival: { how: 'vehicle', parcelNumber: '', condition: '' },
      units: []
    },
    headers: { origin: new URL(page.url()).origin }
  });
  expect(answer.ok(), await answer.text()).toBe(true);
  const { number } = (await answer.json()) as { number: number };
  return number;
}

const hands = (page: Page) => page.getByRole('group', { name: 'Simulated vehicle controls' });
const step = (page: Page, id: string) => page.locator(`[data-step="${id}"]`);
const isIn = (page: Page, id: string, state: string) =>
  expect(step(page, id)).toHaveAttribute('data-state', state, { timeout: 30_000 });

/** Watches while the key is turned. */
async function watch(page: Page, id: string, button: RegExp): Promise<void> {
  await hands(page).getByLabel('Ignition').selectOption('on');
  await step(page, id).getByRole('button', { name: button }).click();
  await expect(page.getByRole('status', { name: 'Watching the start' })).toBeVisible();
  await hands(page).getByLabel('Ignition').selectOption('running');
  await expect(page.getByRole('status', { name: 'Watching the start' })).toHaveCount(0, {
    timeout: 40_000
  });
  await hands(page).getByLabel('Ignition').selectOption('on');
}

test('a new unit is taught in its vehicle, and its key starts it', async ({ page }) => {
  await page.goto('/sign-in');
  await signIn(page, 'lead');
  const number = await takeIn(page);
  await openStop(page, number, 'wire');
  const window = page.getByRole('button', { name: 'Station Window' });
  if ((await window.count()) > 0) await window.click();
  await openStop(page, number, 'return');
  await expectAccessible(page);
  await hands(page)
    .getByLabel(/Cable is in/)
    .selectOption('minibus-5');
  await hands(page).getByLabel('Ignition').selectOption('on');
  await hands(page).getByLabel('What is wrong with it').selectOption('new-unit');
  await hands(page).getByLabel('Support supply').check();
  for (const id of ['plug', 'battery-off', 'fitted', 'battery-on', 'support']) {
    await step(page, id).getByRole('button', { name: 'Seen, it is right' }).click();
    await isIn(page, id, 'done');
  }

  const vin = step(page, 'fit-write-vin');
  await vin.getByLabel('VIN', { exact: true }).fill(VIN);
  await vin.getByLabel('VIN once more').fill(VIN.replace('588', '558'));
  await vin.getByRole('button', { name: 'Write the VIN' }).click();
  await expect(page.getByText('Typed differently twice')).toBeVisible();
  await vin.getByLabel('VIN once more').fill(VIN);
  await vin.getByRole('button', { name: 'Write the VIN' }).click();
  await isIn(page, 'fit-write-vin', 'done');

  const keys = step(page, 'fit-keys');
  await keys.getByLabel('Keys there are').fill('1');
  await watch(page, 'fit-keys', /Watch it start/);
  await isIn(page, 'fit-keys', 'wrong');
  await expect(keys).toContainText('Starts and dies after seconds');
  await expectAccessible(page);
  await keys.getByRole('button', { name: 'Register the key in the lock' }).click();
  await expect(keys.locator('.last')).toHaveText('Register the key in the lock', {
    timeout: 20_000
  });
  await watch(page, 'fit-keys', /Watch it start/);
  await isIn(page, 'fit-keys', 'done');

  const coding = step(page, 'fit-coding');
  await coding.getByRole('button', { name: 'Save the coding of all units' }).click();
  await expect(coding).toContainText('This coding is blank', { timeout: 20_000 });
  await isIn(page, 'fit-coding', 'open');
  await coding.getByRole('button', { name: 'Something else' }).click();
  await coding.getByLabel('In words').fill('Coded by the sheet of the vehicle');
  await coding.getByRole('button', { name: 'Done by other means' }).click();
  await isIn(page, 'fit-coding', 'done');

  const learnt = step(page, 'fit-adaptations');
  await learnt.getByRole('button', { name: 'Set learnt values back' }).click();
  await expect(learnt).toContainText('Not at working temperature', { timeout: 20_000 });
});
