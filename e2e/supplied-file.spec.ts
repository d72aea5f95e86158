// A file of the file service goes back into the same unit: through the socket into one that nobody can read, and on the bench.
import { expect, test, type Page } from '@playwright/test';
import { benchLine, openStop, setSpeed, signIn } from './support/bench.ts';

interface Case {
  readonly family: string;
  readonly tag: string;
  readonly vin: string;
  readonly vehicle?: string;
  /** Regions that are read first; none where nobody can read them. */
  readonly reads: readonly string[];
  /** For which the file is asked. */
  readonly region: string;
  readonly ask: 'Ask for a calibration' | 'Ask for the latest software';
  readonly large?: boolean;
  /** A boot pad is held while it is switched on. */
  readonly pad?: boolean;
}

const CASES: readonly Case[] = [
  {
    ...{ family: 'HV-EC6', tag: '0422', vin: 'U8HVD6E1803004421', vehicle: 'van-15' },
    ...{ reads: [], region: 'program-flash', ask: 'Ask for the latest software' }
  },
  {
    ...{ family: 'HV-EC4', tag: '0424', vin: 'U8HVC3F2601100424', region: 'program-flash' },
    ...{ reads: ['Data flash', 'Program flash'], ask: 'Ask for the latest software', pad: true }
  },
  {
    ...{ family: 'PW-EC9', tag: '0471', vin: 'U8PLE9B1200340077', region: 'backup' },
    ...{ reads: ['Full backup'], ask: 'Ask for a calibration', large: true }
  }
];

async function post(page: Page, path: string, data: object): Promise<{ number: number }> {
  const origin = new URL(page.url()).origin;
  const answer = await page.request.post(path, { data, headers: { origin } });
  expect(answer.ok(), `${path}: ${await answer.text()}`).toBe(true);
  return answer.json() as Promise<{ number: number }>;
}

async function takeIn(page: Page, c: Case): Promise<number> {
  const { number } = await post(page, '/api/jobs', {
    ...{ customer: 'Quay Test', vehicle: `Vehicle of ${c.tag}`, vin: c.vin, family: c.family },
    ...{ complaint: 'Latest software', reason: 'software', authorisedBy: 'Office' },
    ...{ promisedAt: null, intakeKey: `supplied-${c.family}`, another: true },
    arrival: { how: 'vehicle', parcelNumber: '', condition: '' },
    units: [{ role: 'original', tag: c.tag, place: '', condition: '' }]
  });
  const signature = [
    [
      [1, 1],
      [9, 9]
    ]
  ];
  await post(page, `/api/jobs/${number}/authority`, {
    ...{ orderedBy: 'Office', proofKind: 'order', proofNumber: '77', signature }
  });
  return number;
}

/** Hands at bench or vehicle, and who the unit is. */
async function connect(page: Page, c: Case, number: number): Promise<void> {
  await openStop(page, number, 'wire');
  const station = page.getByRole('button', {
    name: c.vehicle ? 'Station Corner' : 'Station Window'
  });
  await station.click();
  await expect(station).toHaveAttribute('aria-pressed', 'true');
  if (c.vehicle) {
    await page.getByLabel(/Cable is in/).selectOption(c.vehicle);
    const hands = page.getByRole('group', { name: 'Simulated vehicle controls' });
    await expect(hands).toHaveAttribute('data-vehicle', c.vehicle);
    await page.getByLabel('What is wrong with it').selectOption('healthy');
    await page.getByLabel('Ignition').selectOption('on');
    await page.getByLabel('Support supply').check();
  } else {
    const off = page.getByRole('button', { name: 'Switch off' });
    if (await off.isEnabled()) await off.click();
    await page.getByLabel('Unit on the clamp').selectOption(c.tag);
    if (c.pad) await page.getByLabel(/Hold pad/).check();
    await page.getByRole('button', { name: 'Switch on' }).click();
  }
  await page.getByRole('button', { name: /Read chip id as ORIGINAL/ }).click();
  await expect(page.getByText(`ORIGINAL ${c.tag} answers with`)).toBeVisible();
}

for (const c of CASES)
  test(`${c.family}: a supplied file, back into the same unit`, async ({ page }) => {
    test.skip(c.large === true && !process.env['E2E_LARGE'], 'only with E2E_LARGE');
    test.setTimeout(c.large ? 600_000 : 150_000);
    await signIn(page, 'lead');
    await setSpeed(page, 120);
    const number = await takeIn(page, c);
    await connect(page, c, number);
    if (c.reads.length > 0) {
      await openStop(page, number, 'read');
      const kept = page.getByRole('region', { name: 'Kept reads of the original' });
      for (const region of c.reads) {
        const row = kept.locator('tbody tr').filter({ hasText: region });
        await row.getByRole('button', { name: 'Read until two agree' }).click();
        await expect(row).toContainText('trusted', { timeout: 90_000 });
      }
      await expect(benchLine(page)).toContainText('Nothing is running');
    }
    await openStop(page, number, 'build');
    const region = page.locator(`tr[data-region="${c.region}"]`);
    const build = page.getByRole('button', { name: 'Build what is written' });
    if (c.reads.length === 0) {
      await expect(page.getByText('the unit cannot be read')).toBeVisible();
      await region.getByRole('button', { name: 'Ask for the stock file' }).click();
      await expect(region).toContainText('Way back:', { timeout: 30_000 });
    }
    await region.getByRole('button', { name: c.ask }).click();
    await expect(region).toContainText('file service', { timeout: 60_000 });
    await build.click();
    await expect(page.getByRole('heading', { name: /^Go: / })).toBeVisible({ timeout: 30_000 });
    await expect(page.locator('main')).toContainText('Calibration');
    await openStop(page, number, 'write');
    const held = page.getByRole('list', { name: 'What holds it' });
    await expect(held.getByText('Stop')).toHaveCount(0);
    if (c.reads.length === 0)
      await expect(page.getByText('The stock file is the way back')).toBeVisible();
    await page.getByLabel(/Last three digits/).fill(c.tag.slice(-3));
    await page.getByRole('button', { name: 'Write to this unit' }).click();
    const proven =
      c.reads.length === 0
        ? 'it computed the checksum of every block itself'
        : 'What was supplied was read back and is equal';
    await expect(page.getByText(proven).first()).toBeVisible({ timeout: 120_000 });
    // the box is taken out of the vehicle again: whoever comes next works on the clamp
    if (c.vehicle) await post(page, '/api/vehicle', { plug: null });
  });
