// One family by each kind of access, as a person reaches it: intake, access, hands, chip id or contact, reads until two agree.
import { expect, test, type Locator, type Page } from '@playwright/test';
import { benchLine, openStop, setSpeed, signIn } from './support/bench.ts';

interface Case {
  readonly family: string;
  readonly access: string;
  readonly tag: string;
  readonly vin: string;
  readonly carrier: 'clamp' | 'chip' | 'vehicle';
  /** Simulated vehicle that the unit sits in. */
  readonly vehicle?: string;
  readonly regions: readonly string[];
  readonly clone: string;
}

const CASES: readonly Case[] = [
  {
    ...{ family: 'PW-BD1', access: 'clip-1', tag: '0402', vin: 'U8PLT5C3500771268' },
    ...{ carrier: 'chip', regions: ['EEPROM'], clone: 'whole-image' }
  },
  {
    ...{ family: 'PW-DX2', access: 'bench-0', tag: '0473', vin: 'U8PLD2A6400118830' },
    // all reads of one processor, then all of the other
    ...{ carrier: 'clamp', regions: ['Transmission flash', 'Engine flash'], clone: 'whole-image' }
  },
  {
    ...{ family: 'QN-TC2', access: 'obd-1', tag: '0390', vin: 'U8NMB7D1902200931' },
    ...{ carrier: 'vehicle', vehicle: 'minibus-3', regions: ['External flash'] },
    clone: 'whole-image'
  },
  {
    ...{ family: 'HV-EC6', access: 'obd-0', tag: '0422', vin: 'U8HVD6E1803004421' },
    ...{ carrier: 'vehicle', vehicle: 'van-15', regions: [], clone: 'supplied-file' }
  },
  {
    ...{ family: 'QN-EC1', access: 'obd-0', tag: '0461', vin: 'U8NME3A1404400588' },
    ...{ carrier: 'vehicle', vehicle: 'minibus-5', regions: [], clone: 'none' }
  }
];

async function post(page: Page, path: string, data: object): Promise<{ number: number }> {
  const origin = new URL(page.url()).origin;
  const answer = await page.request.post(path, { data, headers: { origin } });
  expect(answer.ok(), `${path}: ${await answer.text()}`).toBe(true);
  return answer.json() as Promise<{ number: number }>;
}

async function takeIn(page: Page, c: Case, reason = 'failed-module'): Promise<number> {
  const { number } = await post(page, '/api/jobs', {
    ...{ customer: 'Quay Test', vehicle: `Vehicle of ${c.tag}`, vin: c.vin, family: c.family },
    ...{ complaint: 'Dead', reason, authorisedBy: 'Office' },
    ...{ promisedAt: null, intakeKey: `accesses-${c.family}-${c.access}-${reason}`, another: true },
    arrival: { how: 'vehicle', parcelNumber: '', condition: '' },
    units: [{ role: 'original', tag: c.tag, place: '', condition: '' }]
  });
  await post(page, `/api/jobs/${number}/authority`, {
    ...{ orderedBy: 'Office', proofKind: 'order', proofNumber: '77' },
    signature: [
      [
        [1, 1],
        [9, 9]
      ]
    ]
  });
  await post(page, `/api/jobs/${number}/access`, {
    ...{ key: c.access, method: c.clone, reason: 'This access is tried' }
  });
  return number;
}

/** Hands at the simulated bench or vehicle, on the Wire sheet. */
async function connect(page: Page, { carrier, tag, vehicle }: Case): Promise<void> {
  if (carrier === 'chip') {
    const off = page.getByRole('button', { name: 'Switch off' });
    if (await off.count()) await off.click();
    await page.getByLabel(/Chip on the clip/).selectOption(tag);
  } else if (carrier === 'vehicle') {
    await page.getByLabel(/Cable is in/).selectOption(vehicle ?? '');
    const hands = page.getByRole('group', { name: 'Simulated vehicle controls' });
    await expect(hands).toHaveAttribute('data-vehicle', vehicle ?? '');
    await page.getByLabel('What is wrong with it').selectOption('healthy');
    await page.getByLabel('Ignition').selectOption('on');
    await page.getByLabel('Support supply').check();
  } else {
    const off = page.getByRole('button', { name: 'Switch off' });
    if (await off.isEnabled()) await off.click();
    await page.getByLabel('Unit on the clamp').selectOption(tag);
    await page.getByRole('button', { name: 'Switch on' }).click();
  }
}

// the box is taken out of the vehicle again: whoever comes next works on the clamp
test.afterEach(async ({ page }) => {
  await post(page, '/api/vehicle', { plug: null });
});

/** The unit of a case is connected and has told who it is; the Read sheet is open. */
async function openRead(page: Page, c: Case, reason?: string): Promise<Locator> {
  await signIn(page, 'lead');
  await setSpeed(page, 120);
  const number = await takeIn(page, c, reason);
  await openStop(page, number, 'wire');
  const corner = page.getByRole('button', { name: 'Station Corner' });
  await corner.click();
  await expect(corner).toHaveAttribute('aria-pressed', 'true');
  await connect(page, c);
  const chip = c.carrier === 'chip';
  await page
    .getByRole('button', {
      name: chip ? /Check contact as ORIGINAL/ : /Read chip id as ORIGINAL/
    })
    .click();
  await expect(
    page.getByText(chip ? 'compare the tag on the unit' : `ORIGINAL ${c.tag} answers with`)
  ).toBeVisible();
  if (c.carrier === 'vehicle')
    await expect(page.getByRole('region', { name: 'Vehicle' })).toContainText('13.20 V');
  await openStop(page, number, 'read');
  return page.getByRole('region', { name: 'Kept reads of the original' });
}

for (const c of CASES)
  test(`${c.family} by ${c.access}`, async ({ page }) => {
    const kept = await openRead(page, c);
    for (const region of c.regions) {
      const row = kept.locator('tbody tr').filter({ hasText: region });
      await row.getByRole('button', { name: 'Read until two agree' }).click();
      await expect(row).toContainText('trusted', { timeout: 60_000 });
    }
    await expect(benchLine(page)).toContainText('Nothing is running');
    if (c.family === 'HV-EC6') await expect(kept).toContainText('Not readable over this access');
  });

test('the immobiliser secret alone, through the socket: two agree, and the data can be handed over', async ({
  page
}) => {
  const kept = await openRead(
    page,
    {
      ...{ family: 'HV-EC4', access: 'obd-2', tag: '0417', vin: 'U8HVC3F2401084417' },
      ...{ carrier: 'vehicle', vehicle: 'van-12', regions: [], clone: 'whole-image' }
    },
    'security'
  );
  const row = kept.locator('tr[data-secrets="data-flash"]');
  await expect(row).toContainText('Immobiliser secret');
  await row.getByRole('button', { name: 'Read until two agree' }).click();
  await expect(row).toContainText('2 of 2, trusted', { timeout: 30_000 });
  await expect(kept.locator('tr').filter({ hasText: 'Program flash' })).toContainText('not read');
  await page.getByText('Kept reads, 2').click();
  await expect(page.getByText(/data-flash-security-data_read\d+/)).toHaveCount(2);
  // it lies in the safe by itself; a look is short and stands in the record; it goes to somebody by name
  await page.getByRole('link', { name: 'Open the safe' }).click();
  const line = page.locator('tr[data-secret="Immobiliser secret"]').filter({ hasText: '0417' });
  await expect(line).toContainText('kept in the safe');
  await expect(page.getByTestId('shown-value')).toHaveCount(0);
  await line.getByRole('button', { name: 'Look' }).click();
  await page.getByLabel('Why you look').fill('The keys are cut today.');
  await page.getByRole('button', { name: 'Show for 30 seconds' }).click();
  const shown = page.getByTestId('shown-value');
  await expect(shown).toHaveText(/^([0-9A-F]{2} ){15}[0-9A-F]{2}$/);
  const value = (await shown.textContent()) ?? '';
  await line.getByRole('button', { name: 'Hide it' }).click();
  await expect(shown).toHaveCount(0);
  await expect(page.getByLabel('Looks')).toContainText('The keys are cut today.');
  await page.getByText('Hand security data over to somebody').click();
  const form = page.getByRole('form', { name: 'Hand security data over' });
  const give = form.getByRole('button', { name: 'Hand it over and show it' });
  await form.getByRole('checkbox').first().check();
  await form.getByLabel('To whom, by name').fill('K. Heron');
  await form.getByLabel('What they are').fill('locksmith');
  await form.getByLabel('What proves who they are').fill('licence 4711, seen');
  await expect(give).toBeDisabled();
  const box = await form.getByLabel('The receiver signs here').boundingBox();
  if (!box) throw new Error('nowhere to sign');
  await page.mouse.move(box.x + 20, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + 120, box.y + 70, { steps: 6 });
  await page.mouse.up();
  await give.click();
  await expect(page.getByTestId('handed-value')).toHaveText(value);
  await page.getByRole('link', { name: 'Open the receipt for printing' }).click();
  await expect(page.getByRole('heading', { name: /Receipt \d+-1/ })).toBeVisible();
  await expect(page.locator('article')).toContainText('K. Heron');
  expect(await page.content()).not.toContain(value);
});
