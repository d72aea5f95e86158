import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { formatScanFile } from '@badger/core/scan/scan-file';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { findScan } from '../app/src/lib/server/repositories/scans.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { keepTypedScan } from '../app/src/lib/server/services/prove/scan-other.ts';
import { makeShop, plugIn, scanToEnd } from './support/shop.ts';

describe('scans from elsewhere', () => {
  let shop: Awaited<ReturnType<typeof makeShop>>;
  let bench: Person;

  beforeAll(async () => {
    shop = await makeShop();
    bench = await shop.person('bench');
  });
  afterAll(() => shop.close());

  it('a scan of another tool is kept; a table of 100 000 rows is refused, by its length', async () => {
    const { deps } = shop.root;
    const typed = (text: string) =>
      keepTypedScan(deps, bench, { jobNumber: 2029, text, fileName: 'x.csv' });
    const rows = Array.from({ length: 100_000 }, (_, i) => `engine;P0${String(100 + (i % 900))}`);
    expect(await typed(['unit;code', ...rows].join('\n'))).toMatchObject({
      problem: { code: 'scan.text.huge' }
    });
    expect(await typed('\n'.repeat(6_000))).toMatchObject({ problem: { code: 'scan.text.long' } });
    expect(await typed('unit;code\n')).toMatchObject({ problem: { code: 'scan.text.empty' } });
    const desk = await shop.person('desk');
    expect(
      await keepTypedScan(deps, desk, { jobNumber: 2029, text: 'Engine: P0201', fileName: '' })
    ).toMatchObject({ problem: { code: 'gate.person.role' } });
    const quoted = 'unit,code,text,status\n"Engine, front",P0606-49,"says ""no""",present';
    expect((await typed(quoted)).ok).toBe(true);
    const view = await loadJobView(deps, 2029);
    expect(view?.records.vehicleScan?.units[0]).toMatchObject({ name: 'Engine, front' });
  });

  it('a scan file keeps its time and its battery, and is refused for another vehicle or a time to come', async () => {
    const { deps } = shop.root;
    shop.world.simulator.vehicles.get('van-12')?.play('unit-fault');
    await plugIn(shop, 'van-12');
    const { scan: kept } = await scanToEnd(shop, bench, { jobNumber: 2031 });
    const view = await loadJobView(deps, 2031);
    if (!view || !kept) throw new Error('a scan of 2031');
    const file = (change: object) =>
      formatScanFile(
        {
          ...{ name: kept.name, vin: view.job.vin, batteryMv: 12_345 },
          endedAt: '2026-01-05T08:00:00.000Z',
          ...change
        },
        kept.units
      );
    const take = (text: string) =>
      keepTypedScan(deps, bench, { jobNumber: 2031, text, fileName: 'scan.json' });
    expect(await take(file({ vin: '1G4AH59H45G118341' }))).toMatchObject({
      problem: { code: 'scan.file.vehicle' }
    });
    expect(await take(file({ endedAt: '2999-01-05T08:00:00.000Z' }))).toMatchObject({
      problem: { code: 'scan.file.early' }
    });
    const taken = await take(file({}));
    if (!taken.ok) throw new Error(taken.problem.code);
    const scan = await findScan(deps.db, view.job.id, taken.value.number);
    expect(scan).toMatchObject({
      ...{ batteryMv: 12_345, vehicleVin: view.job.vin },
      endedAt: new Date('2026-01-05T08:00:00.000Z'),
      units: kept.units
    });
    // an older scan does not become the newest by being dropped today
    expect((await loadJobView(deps, 2031))?.records.vehicleScan?.number).toBe(kept.number);
  });
});
