// Faults of reading that the simulated bench can be given for practice: none is ever trusted, each is named, and it is over when the fault is.
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import type { Cause } from '@badger/core/trust/cause';
import { READ_PRACTICE, type ReadPractice } from '../standins/src/faults/read-practice.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { computeSha256 } from '../app/src/lib/server/vault/vault.ts';
import { takeIn } from '../app/src/lib/server/services/job/intake.ts';
import { recordAuthority } from '../app/src/lib/server/services/job/jobs.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { moveSimulator } from '../app/src/lib/server/services/simulator/simulator.ts';
import { makeShop, powerUp, runToEnd, type Shop } from './support/shop.ts';

let shop: Shop;
let bench: Person;
let opened = 0;
beforeAll(async () => {
  shop = await makeShop();
  bench = await shop.person('bench');
});
afterAll(() => shop.close());
afterEach(() => hands([]));

async function hands(faults: readonly ReadPractice[]) {
  const moved = await moveSimulator(shop.root.deps, bench, {
    stationId: 'window',
    change: { faults: [...faults] }
  });
  expect(moved.ok).toBe(true);
}

async function open(): Promise<number> {
  opened++;
  const made = await takeIn(shop.root.deps, bench, {
    ...{ customer: 'Quay Test', vehicle: 'A truck', vin: 'U8PLT5C3500771268', family: 'PW-BD1' },
    ...{ complaint: 'Dead', reason: 'failed-module', authorisedBy: 'Office', promisedAt: null },
    ...{ another: true, intakeKey: `read-practice-${opened}` },
    arrival: { how: 'vehicle', parcelNumber: '', condition: '' },
    units: [{ role: 'original', tag: '0332', place: '', condition: '' }]
  });
  if (!made.ok) throw new Error(made.problem.code);
  const jobNumber = made.value.number;
  const order = { orderedBy: 'Office', proofKind: 'order', proofNumber: '77' } as const;
  await recordAuthority(shop.root.deps, bench, { jobNumber, ...order, signature: [[[1, 1]]] });
  return jobNumber;
}

async function readOnce(jobNumber: number): Promise<void> {
  await powerUp(shop, 'window', '0332', { voltageMv: 13_000, limitMa: 2000 });
  const at = { jobNumber, stationId: 'window', role: 'original' } as const;
  await runToEnd(shop, bench, { kind: 'identify', ...at });
  const read = await runToEnd(shop, bench, { kind: 'read', ...at, regionId: 'eeprom' });
  expect(read.refused ?? read.operation?.problem ?? undefined).toBeUndefined();
}
const region = async (jobNumber: number) =>
  (await loadJobView(shop.root.deps, jobNumber))?.regions.original.find(
    (r) => r.region.id === 'eeprom'
  );

const NAMED: Readonly<Record<ReadPractice, readonly Cause[]>> = {
  'reads-noise': ['contact-noise'],
  'reads-failing-cells': ['failing-cells'],
  'reads-stuck-bit': ['stuck-bit'],
  'reads-address-line': ['address-line'],
  'reads-lost-block': ['dropped-block'],
  'reads-block-twice': ['repeated-block'],
  'reads-shifted': ['shifted'],
  'reads-swapped': ['byte-swapped'],
  'reads-dead-bus': ['bus-dead'],
  'reads-blank': ['blank']
};

const truth = () => {
  const bytes = shop.world.units.get('0332')?.memory.get('eeprom');
  if (!bytes) throw new Error('no memory');
  return computeSha256(bytes);
};

describe.each(READ_PRACTICE)('%s', (fault) => {
  it('is named, nothing wrong is ever trusted, and it is over when the hands mend it', async () => {
    const jobNumber = await open();
    const causes: (Cause | undefined)[] = [];
    const read = async () => {
      await readOnce(jobNumber);
      const now = await region(jobNumber);
      causes.push(now?.trust?.cause);
      if (now?.verdict.verdict === 'go') expect(now.agreement.trustedSha256).toBe(truth());
      return now?.reads.filter((r) => r.sha256 !== truth()).length ?? 0;
    };
    await hands([fault]);
    // some faults strike six reads of ten
    for (let i = 0; i < 8; i++) if ((await read()) >= 2) break;
    await hands([]);
    for (let i = 0; i < 2; i++) expect(await read()).toBeGreaterThanOrEqual(2);
    expect(
      causes.some((c) => c !== undefined && NAMED[fault].includes(c)),
      String(causes)
    ).toBe(true);
    const whole = await region(jobNumber);
    expect(whole?.verdict.verdict).toBe('go');
    expect(whole?.agreement.trustedSha256).toBe(truth());
  }, 60_000);
});
