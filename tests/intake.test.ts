import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { NewJob } from '../app/src/lib/schema/requests.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import {
  closeJob,
  findJob,
  listJobsOfVin,
  searchJobs
} from '../app/src/lib/server/repositories/jobs.ts';
import { plateForName, saveShopRules } from '../app/src/lib/server/services/shop/shop-settings.ts';
import { takeIn } from '../app/src/lib/server/services/job/intake.ts';
import { recordAuthority } from '../app/src/lib/server/services/job/jobs.ts';
import { recordAccess } from '../app/src/lib/server/services/prove/prove.ts';
import { startOperation } from '../app/src/lib/server/services/operation/start-operation.ts';
import { loadUnit, moveUnit } from '../app/src/lib/server/services/match/units.ts';
import { uploadRead } from '../app/src/lib/server/services/reads/upload-read.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { makeShop, powerUp, runToEnd, type Shop } from './support/shop.ts';

const VIN = 'U8HVC3F2701084999';
const SIGNED = [[[0, 0]]];

describe('arrivals', () => {
  let shop: Shop;
  let bench: Person;
  let lead: Person;
  let key = 0;

  beforeAll(async () => {
    shop = await makeShop();
    bench = await shop.person('bench');
    lead = await shop.person('lead');
  });
  afterAll(() => shop.close());
  const values = (change: Partial<NewJob> = {}): NewJob => ({
    customer: 'Marsh Farm',
    vehicle: 'Halvard van, green',
    vin: VIN,
    family: 'HV-EC4',
    complaint: 'Stops when warm',
    reason: 'failed-module',
    authorisedBy: '',
    promisedAt: '2026-11-26T16:00:00Z',
    intakeKey: `intake-test-${key++}`,
    arrival: { how: 'post', parcelNumber: 'EX 1', condition: 'wrapped' },
    units: [{ role: 'original', tag: '', place: 'shelf A9', condition: 'wet' }],
    another: false,
    ...change
  });
  const take = (change: Partial<NewJob> = {}, person = bench) =>
    takeIn(shop.root.deps, person, values(change));

  it('keeps the plate and how the complaint shows; the plate is found however it is typed', async () => {
    const { db } = shop.root.deps;
    const taken = await take({
      ...{
        vin: 'U8HVC3F2701084888',
        plate: ' sb 88  x-1',
        shows: ' warm, uphill ',
        showsMinutes: 35
      }
    });
    const number = taken.ok ? taken.value.number : 0;
    expect(await findJob(db, number)).toMatchObject({
      ...{ plate: 'SB 88 X-1', shows: 'warm, uphill', showsMinutes: 35 }
    });
    const found = async (text: string) => (await searchJobs(db, text)).map((j) => j.number);
    for (const text of ['SB 88', 'sb88x1', 'B-88-X', '88 X-1'])
      expect(await found(text), text).toContain(number);
    // what holds no letter and no digit is no plate: jobs without one are not all of them found
    for (const text of ['- -', '·', '%']) expect((await found(text)).length, text).toBe(0);
    await shop.root.deps.db.transaction(async (tx) => {
      for (const id of [(await findJob(tx, number))?.id])
        if (id)
          await closeJob(tx, id, { result: 'ended', reason: '', by: lead.id, at: new Date() });
    });
  });
  it('names files by the plate only where the shop wants it, and by the VIN where there is none', async () => {
    const { deps } = shop.root;
    const named = () => plateForName(deps.db, { plate: 'SB 88 X' });
    expect(await named()).toBe('');
    expect(
      await saveShopRules(deps, bench, { wallDisplay: false, namesBy: 'plate', readsRequired: 2 })
    ).toMatchObject({
      problem: { code: 'gate.person.role' }
    });
    expect(await named()).toBe('');
    await saveShopRules(deps, lead, { wallDisplay: false, namesBy: 'plate', readsRequired: 2 });
    expect(await named()).toBe('SB 88 X');
    expect(await plateForName(deps.db, { plate: '' })).toBe('');
    await saveShopRules(deps, lead, { wallDisplay: false, namesBy: 'vin', readsRequired: 2 });
  });

  describe('two people at once', () => {
    it('take the same vehicle in: one job is opened, the other is told which', async () => {
      const results = await Promise.all([take({}, bench), take({}, lead), take({}, bench)]);
      const opened = results.filter((r) => r.ok);
      expect(opened).toHaveLength(1);
      const [first] = opened;
      const number = first?.ok ? first.value.number : 0;
      for (const refused of results.filter((r) => !r.ok)) {
        expect(refused).toMatchObject({
          problem: { code: 'job.vin.open', params: { openJob: number } }
        });
      }
      expect(await listJobsOfVin(shop.root.deps.db, VIN)).toHaveLength(1);
    });
    it('press twice: the same intake opens one job, with one tag', async () => {
      const same = values({ vin: 'U8HVC3F2701084998' });
      const sent = await Promise.all([0, 1, 2].map(() => takeIn(shop.root.deps, bench, same)));
      const numbers = sent.map((r) => (r.ok ? r.value.number : r.problem.code));
      expect(new Set(numbers).size).toBe(1);
      expect(await listJobsOfVin(shop.root.deps.db, same.vin)).toHaveLength(1);
    });
    it('give tags: never the same twice', async () => {
      const results = await Promise.all(
        Array.from({ length: 8 }, (_, i) => take({ vin: `U8HVC3F27010849${10 + i}` }))
      );
      const tags = await Promise.all(
        results.map(async (r) => {
          if (!r.ok) throw new Error(r.problem.code);
          return (await loadJobView(shop.root.deps, r.value.number))?.units.original?.tag;
        })
      );
      expect(new Set(tags).size).toBe(8);
      for (const tag of tags) expect(tag).toMatch(/^\d{4}$/);
    });
  });

  it('a unit that served before shows its history, and moving it tells its open jobs', async () => {
    const { deps } = shop.root;
    const unit = { role: 'donor' as const, tag: '0390', place: '', condition: 'spare' };
    const made = await take({ vin: 'U8NMB7D1902200940', family: 'QN-TC2', units: [unit] });
    if (!made.ok) throw new Error(made.problem.code);
    const known = await loadUnit(deps, '0390');
    expect(known?.jobs.map((j) => `${j.jobNumber} ${j.role}`)).toEqual([
      '2027 original',
      `${made.value.number} donor`
    ]);
    expect((await moveUnit(deps, bench, { tag: '0390', place: ' shelf Z1 ' })).ok).toBe(true);
    expect((await loadUnit(deps, '0390'))?.unit.place).toBe('shelf Z1');
    expect(await moveUnit(deps, bench, { tag: '9999', place: 'x' })).toMatchObject({
      problem: { code: 'unit.tag.unknown' }
    });
    expect(await loadUnit(deps, '9999')).toBeUndefined();
  });

  describe('authority', () => {
    it('is needed before anything that holds immobiliser data is read, written or dropped', async () => {
      const { deps } = shop.root;
      const job = await findJob(deps.db, 2031);
      // an order without proof and signature takes the place of the signed one
      const weak = { proofKind: 'none' as const, proofNumber: '', signature: [] };
      const record = (change: object) =>
        recordAuthority(deps, bench, { jobNumber: 2031, orderedBy: 'Owner', ...weak, ...change });
      expect((await record({})).ok).toBe(true);
      await powerUp(shop, 'window', '0417');
      const at = { jobNumber: 2031, stationId: 'window', role: 'original' } as const;
      await runToEnd(shop, bench, { kind: 'identify', ...at });
      const read = () =>
        startOperation(deps, bench, { kind: 'read', regionId: 'data-flash', ...at });
      expect(await read()).toMatchObject({ problem: { code: 'gate.authority.missing' } });
      expect(
        await uploadRead(deps, bench, {
          jobNumber: 2031,
          role: 'original',
          regionId: 'data-flash',
          fileName: 'x.bin',
          bytes: new Uint8Array(65_536)
        })
      ).toMatchObject({ problem: { code: 'gate.authority.missing' } });
      expect((await loadJobView(deps, 2031))?.line.arrive.verdict).toBe('stop');
      await record({ proofKind: 'order', proofNumber: '5512' });
      expect(await read()).toMatchObject({ problem: { code: 'gate.authority.missing' } });
      await record({ proofKind: 'order', proofNumber: '5512', signature: SIGNED });
      const done = await runToEnd(shop, bench, { kind: 'read', regionId: 'data-flash', ...at });
      expect(done.operation?.state).toBe('done');
      // the earlier ones are kept
      const { rows } = await deps.db.$client.query<{ n: number }>(
        'select count(*)::int as n from authority where job_id = $1',
        [job?.id]
      );
      expect(rows[0]?.n).toBe(4);
    });
  });

  it('the access that is chosen has to be left, and is kept with its reason', async () => {
    const { deps } = shop.root;
    const choose = (accessKind: 'boot' | 'clip' | 'new-unit') =>
      recordAccess(deps, bench, {
        jobNumber: 2034,
        accessKind,
        reason: ' corroded, but it talks '
      });
    expect(await choose('clip')).toMatchObject({ problem: { code: 'clone.access.closed' } });
    expect((await choose('boot')).ok).toBe(true);
    expect((await findJob(deps.db, 2034))?.accessKind).toBe('boot');
    expect((await findJob(deps.db, 2034))?.accessReason).toBe('corroded, but it talks');
  });
});
