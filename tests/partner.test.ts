// Two families in one job: the partner that holds or expects the secret is identified and read by its own family, over its own
// access, beside the unit that came in.
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { UnitRole } from '@badger/core/job/roles';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { describeJob } from '../app/src/lib/server/services/job/describe-job.ts';
import { takeIn } from '../app/src/lib/server/services/job/intake.ts';
import { assignUnit, recordAuthority } from '../app/src/lib/server/services/job/jobs.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { uploadRead } from '../app/src/lib/server/services/reads/upload-read.ts';
import { makeShop, powerUp, runToEnd, type Shop } from './support/shop.ts';
import { smallFamilies } from './support/small-family.ts';

const families = smallFamilies();
let shop: Shop;
let bench: Person;
let jobNumber: number;
beforeAll(async () => {
  shop = await makeShop({ profilesDir: families.dir });
  bench = await shop.person('bench');
  const made = await takeIn(shop.root.deps, bench, {
    ...{ customer: 'Quay Test', vehicle: 'Halvard van', vin: 'U8HVC3F2401084417' },
    ...{ family: 'HV-EC4', complaint: 'Dead', reason: 'failed-module', authorisedBy: 'Office' },
    ...{ promisedAt: null, intakeKey: 'partner-0001', another: true },
    arrival: { how: 'counter', parcelNumber: '', condition: '' },
    units: [{ role: 'original', tag: '0421', place: '', condition: '' }]
  });
  if (!made.ok) throw new Error(made.problem.code);
  jobNumber = made.value.number;
});
afterAll(async () => {
  await shop.close();
  families.remove();
});

const name = (role: UnitRole, tag: string, family?: string) =>
  assignUnit(shop.root.deps, bench, { jobNumber, role, tag, ...(family ? { family } : {}) });
const work = (kind: 'identify' | 'read', role: UnitRole, regionId?: string) =>
  runToEnd(shop, bench, {
    ...{ kind, role, jobNumber, stationId: 'window' },
    ...(regionId ? { regionId } : {})
  });
const why = ({ refused, operation }: Awaited<ReturnType<typeof work>>) =>
  refused?.code ?? operation?.problem?.code ?? operation?.state;
const view = async () => {
  const found = await loadJobView(shop.root.deps, jobNumber);
  if (!found) throw new Error('no job');
  return found;
};
const authorise = () =>
  recordAuthority(shop.root.deps, bench, {
    ...{ jobNumber, orderedBy: 'Office', proofKind: 'order', proofNumber: '77' },
    signature: [
      [
        [1, 1],
        [9, 9]
      ]
    ]
  });

describe('a partner with a memory chip', () => {
  it('nobody is named: nothing is started', async () => {
    expect(why(await work('identify', 'partner'))).toBe('upload.unit.none');
  });
  it('it is read over the chip port, though the job goes by boot; with authority only', async () => {
    expect((await name('partner', '0372', 'MD-IM3')).ok).toBe(true);
    expect(describeJob(shop.root.deps, await view(), 'bench').sides).toMatchObject({
      original: { family: 'HV-EC4', access: { carrier: 'can-uds' } },
      partner: { family: 'MD-IM3', access: { carrier: 'chip' }, facts: { meant: { tag: '0372' } } }
    });
    await shop.root.deps.bench.world?.setStation('window', { chip: '0372', unit: null });
    expect(why(await work('identify', 'partner'))).toBe('done');
    expect(why(await work('read', 'partner', 'eeprom'))).toBe('gate.authority.missing');
    await authorise();
    // what was checked is the partner's contact: no read of the original, which is another unit
    expect(why(await work('read', 'original', 'data-flash'))).not.toBe('done');
    for (let i = 0; i < 2; i++) expect(why(await work('read', 'partner', 'eeprom'))).toBe('done');
    const { regions } = await view();
    expect(regions.partner.map((r) => [r.region.id, r.agreement.state])).toEqual([
      ['eeprom', 'trusted']
    ]);
    expect(regions.original.every((r) => r.reads.length === 0)).toBe(true);
    const told = describeJob(shop.root.deps, await view(), 'bench');
    expect(told.regions.partner[0]?.reads.length).toBe(2);
    expect(told.regions.new).toEqual([]);
  });
  it('its regions are not those of the job, and its files go to it', async () => {
    expect(why(await work('read', 'partner', 'data-flash'))).toBe('upload.region.unknown');
    const file = { jobNumber, role: 'partner' as const, fileName: 'ring.bin' };
    const bytes = new Uint8Array(512).map((_, i) => (i * 7) & 0xff);
    const kept = await uploadRead(shop.root.deps, bench, { ...file, regionId: 'eeprom', bytes });
    expect(kept.ok).toBe(true);
    const { regions } = await view();
    expect(regions.partner[0]?.reads.map((r) => r.source)).toEqual(['bench', 'bench', 'file']);
    expect(
      await uploadRead(shop.root.deps, bench, { ...file, regionId: 'program-flash', bytes })
    ).toMatchObject({ problem: { code: 'upload.region.unknown' } });
  });
});

describe('a new unit of the same family', () => {
  it('is identified and read as what it is, and never taken for the original', async () => {
    expect((await name('new', '0419')).ok).toBe(true);
    await powerUp(shop, 'window', '0421');
    expect(why(await work('identify', 'original'))).toBe('done');
    expect(why(await work('read', 'new', 'data-flash'))).toBe('gate.meant.unknown');
    expect(why(await work('identify', 'new'))).toBe('identify.chip.elsewhere');
    await powerUp(shop, 'window', '0419');
    expect(why(await work('identify', 'new'))).toBe('done');
    expect(why(await work('read', 'original', 'data-flash'))).toBe('gate.original.other');
    expect(why(await work('read', 'new', 'data-flash'))).toBe('done');
    const { regions } = await view();
    expect([regions.new, regions.original].map((l) => l.flatMap((r) => r.reads).length)).toEqual([
      1, 0
    ]);
    // swapped by hand after it was identified, and nobody told the application
    const [station] = shop.world.stations;
    station?.clamp(shop.world.units.get('0421'));
    expect(why(await work('read', 'new', 'data-flash'))).toBe('gate.meant.other');
  });
});
