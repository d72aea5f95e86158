// A new engine unit is led back into its minibus: VIN, keys, coding and learnt values are taught over the vehicle's own pair, every start is watched.
import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { expectAccessible, openStop, setSpeed, signIn } from './support/bench.ts';

const VIN = 'U8NME3A1404400588';

async function takeIn(page: Page, change: object): Promise<number> {
  const answer = await page.request.post('/api/jobs', {
    data: {
      ...{ customer: 'Reedbank Transport', vehicle: 'Quillon minibus 5', vin: VIN },
      ...{ family: 'QN-EC1', complaint: 'Stalls when warm', reason: 'new-module' },
      ...{ authorisedBy: 'Office', promisedAt: null, another: true },
      ...{ shows: 'idle, warm', showsMinutes: 10 },
      arrival: { how: 'vehicle', parcelNumber: '', condition: '' },
      units: [],
      ...change
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
  const number = await takeIn(page, { intakeKey: 'way-back' });
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

test('proof on the way back: faults signed for, functions ticked, old parts; papers and bundle', async ({
  page
}) => {
  test.setTimeout(120_000);
  await page.goto('/sign-in');
  await signIn(page, 'lead');
  await setSpeed(page, 120);
  const number = await takeIn(page, {
    ...{
      vehicle: 'Halvard van 12',
      vin: 'U8HVC3F2401084417',
      family: 'HV-EC4',
      reason: 'failed-module'
    },
    intakeKey: 'way-back-papers'
  });
  await openStop(page, number, 'return');
  const origin = new URL(page.url()).origin;
  const waive = async (stepId: string) => {
    const data = { stepId, state: 'waived', note: 'nothing was opened here' };
    const url = `/api/jobs/${number}/return`;
    const answer = await page.request.post(url, { data, headers: { origin } });
    expect(answer.ok(), `${stepId} ${await answer.text()}`).toBe(true);
  };
  const ids = await page
    .locator('[data-step]')
    .evaluateAll((all) => all.map((li) => li.getAttribute('data-step') ?? ''));
  const proof = ['post-scan', 'faults', 'functions', 'old-parts'];
  expect(ids.slice(-4)).toEqual(proof);
  for (const id of ids.slice(0, -4)) await waive(id);

  await test.step('a scan after the work leaves faults, and somebody signs for them', async () => {
    await openStop(page, number, 'prove');
    await hands(page)
      .getByLabel(/Cable is in/)
      .selectOption({ label: 'Halvard van 12 · this job' });
    // its own figures are there, not those of the vehicle before
    await expect(hands(page).getByLabel('What is wrong with it')).toHaveValue('unit-fault');
    await hands(page).getByLabel('Support supply').check();
    await hands(page).getByLabel('Ignition').selectOption('on');
    await expect(hands(page)).not.toContainText('asleep');
    await page.getByRole('button', { name: 'Scan the vehicle' }).click();
    const kept = page.getByRole('region', { name: 'Scan', exact: true }).locator('tr[data-scan]');
    await expect(kept).toHaveCount(1, { timeout: 60_000 });
    await page.getByRole('button', { name: 'Post-scan' }).click();
    await expect(kept).toHaveCount(2, { timeout: 60_000 });
    await openStop(page, number, 'return');
    await isIn(page, 'post-scan', 'done');
    const left = step(page, 'faults');
    await expect(left.locator('tr[data-left]').first()).toContainText('was there before');
    await expect(left).toContainText('the memory is not whole');
    // nothing was written here that could be wrong
    await expect(left.getByRole('link', { name: 'tell it at Write' })).toHaveCount(0);
    await left.getByText('Somebody signs that they may stay').click();
    for (const box of await left.getByRole('checkbox').all()) await box.check();
    await left.getByLabel('Why they may stay').fill('Customer wants it back as it is');
    await left.getByLabel('Who signs, by name').fill('R. Heron');
    const pad = left.getByLabel('Signature for faults that stay');
    const box = await pad.boundingBox();
    if (!box) throw new Error('no pad');
    await page.mouse.move(box.x + 20, box.y + 60);
    await page.mouse.down();
    await page.mouse.move(box.x + 90, box.y + 30);
    await page.mouse.move(box.x + 160, box.y + 70);
    await page.mouse.up();
    await expectAccessible(page);
    await left.getByRole('button', { name: /may stay$/ }).click();
    await isIn(page, 'faults', 'excepted');
  });

  await test.step('functions one by one; what became of the old part', async () => {
    const functions = step(page, 'functions');
    const rows = functions.locator('tr[data-function]');
    const count = await rows.count();
    await rows.nth(0).getByRole('button', { name: 'works' }).click();
    await functions.getByRole('button', { name: /^Keep 1 of/ }).click();
    await isIn(page, 'functions', 'open');
    await expect(rows.nth(0)).toHaveAttribute('data-result', 'works');
    for (let i = 1; i < count; i++)
      await rows
        .nth(i)
        .getByRole('button', { name: i === 1 ? 'fails' : 'works' })
        .click();
    await functions.getByRole('button', { name: 'Keep what was seen' }).click();
    await isIn(page, 'functions', 'wrong');
    await rows.nth(1).getByRole('button', { name: 'works' }).click();
    await functions.getByRole('button', { name: 'Keep what was seen' }).click();
    await isIn(page, 'functions', 'done');
    const parts = step(page, 'old-parts');
    await parts.getByRole('button', { name: 'given back to the customer' }).click();
    await parts.getByLabel('Who has them now').fill('R. Heron');
    await parts.getByRole('button', { name: 'Keep it' }).click();
    await isIn(page, 'old-parts', 'done');
  });

  await test.step('certificate, PDF, and a bundle that opens', async () => {
    await page.getByRole('link', { name: 'Certificate' }).click();
    const paper = page.getByRole('article');
    await expect(paper).toContainText('Work not finished');
    await expect(paper).toContainText('signed for');
    await expect(paper).toContainText('given back to the customer, R. Heron');
    await expect(paper.getByRole('img', { name: 'Code that opens the job' })).toBeVisible();
    await expectAccessible(page);
    const pdf = await page.request.get(`/api/jobs/${number}/papers/certificate`);
    expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
    await openStop(page, number, 'return');
    const download = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Bundle' }).click();
    const path = await (await download).path();
    await page.goto('/bundle');
    await page.locator('input[type=file]').setInputFiles({
      ...{ name: 'job.zip', mimeType: 'application/zip' },
      buffer: readFileSync(path)
    });
    await expect(page.getByRole('article')).toContainText('The bundle is whole');
    await expect(page.getByRole('article')).toContainText('bundle.exported');
    await expectAccessible(page);
    await page.locator('input[type=file]').setInputFiles({
      ...{ name: 'job.zip', mimeType: 'application/zip' },
      buffer: readFileSync(path).subarray(0, 900)
    });
    await expect(page.getByRole('alert')).toContainText('This is no bundle of a job');
  });
});
