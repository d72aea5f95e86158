// The clone that is read back equal and fails in its vehicle, and the alternate read that saves it: PW-EC9, over the sockets, with the truck that tells.
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { VehicleSign } from '@badger/core/clone/in-vehicle';
import type { UnitRole } from '@badger/core/job/roles';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { buildClone } from '../app/src/lib/server/services/build/build-clone.ts';
import { describeAlternates } from '../app/src/lib/server/services/build/describe-alternates.ts';
import { checkJobGate } from '../app/src/lib/server/services/job/gate.ts';
import { takeIn } from '../app/src/lib/server/services/job/intake.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { describeWrites } from '../app/src/lib/server/services/job/describe-writes.ts';
import { finishJob, recordAuthority } from '../app/src/lib/server/services/job/jobs.ts';
import { tellInVehicle } from '../app/src/lib/server/services/operation/tell-in-vehicle.ts';
import { acceptReads } from '../app/src/lib/server/services/reads/accept-reads.ts';
import { makeShop, plugIn, powerUp, runToEnd, scanToEnd, type Shop } from './support/shop.ts';
import { changedFamilies, setRule, shrink } from './support/small-family.ts';

/** How much is moved is not tried here. */
const families = changedFamilies({
  'pw-ec9': (doc) => {
    shrink(doc, 'backup', 0x20000);
    doc.clone.supplied = [];
    setRule(doc, 'backup-crc', { start: '0x10000', end: '0x1FFFC', storedAt: '0x1FFFC' });
  }
});
let shop: Shop;
let db: pg.Client;
let bench: Person;
let lead: Person;
let jobNumber = 0;
beforeAll(async () => {
  shop = await makeShop({ profilesDir: families.dir });
  db = new pg.Client({ connectionString: shop.databaseUrl });
  await db.connect();
  [bench, lead] = [await shop.person('bench'), await shop.person('lead')];
  const made = await takeIn(shop.root.deps, bench, {
    ...{ customer: 'Quay Test', vehicle: 'Truck 4', vin: 'U8PLE9B1300340512', family: 'PW-EC9' },
    ...{ complaint: 'Injector 1 dead', reason: 'failed-module', authorisedBy: 'Office' },
    ...{ promisedAt: null, intakeKey: 'first-clone-000', another: true },
    arrival: { how: 'vehicle', parcelNumber: '', condition: '' },
    units: [
      { role: 'original', tag: '0481', place: '', condition: '' },
      { role: 'donor', tag: '0482', place: '', condition: '' }
    ]
  });
  if (!made.ok) throw new Error(made.problem.code);
  jobNumber = made.value.number;
  await recordAuthority(shop.root.deps, bench, {
    ...{ jobNumber, orderedBy: 'Office', proofKind: 'order', proofNumber: '77' },
    signature: [[[1, 1] as number[], [9, 9] as number[]]]
  });
});
afterAll(async () => {
  await db.end();
  await shop.close();
  families.remove();
});

const view = async () => {
  const found = await loadJobView(shop.root.deps, jobNumber);
  if (!found) throw new Error('no job');
  return found;
};
const codeOf = (r: { ok: boolean; problem?: { code: string } }) => (r.ok ? 'ok' : r.problem?.code);
const memoryOf = (tag: string) => shop.world.units.get(tag)?.memory.get('backup') as Uint8Array;

async function onTheBench(role: UnitRole, reads: number): Promise<void> {
  const tag = role === 'original' ? '0481' : '0482';
  await powerUp(shop, 'window', tag, { voltageMv: 13_000, limitMa: 3000 });
  const where = { jobNumber, stationId: 'window', role } as const;
  const asked = [{ kind: 'identify', ...where } as const];
  const each = { kind: 'read', ...where, regionId: 'backup' } as const;
  for (const request of [...asked, ...Array.from({ length: reads }, () => each)]) {
    const ended = await runToEnd(shop, bench, request);
    expect(ended.refused ?? ended.operation?.problem ?? undefined).toBeUndefined();
  }
}

async function offTheBench(): Promise<void> {
  await shop.root.deps.bench.stations.get('window')?.supply.apply({ on: false });
  await shop.root.deps.bench.world?.setStation('window', { unit: null });
}

async function write(): Promise<string> {
  const id = await writeAgain();
  expect((await view()).writeState).toBe('verified');
  return id;
}

async function writeAgain(): Promise<string> {
  const ended = await runToEnd(shop, bench, {
    ...{ kind: 'write', jobNumber, stationId: 'window', confirmation: '482' }
  });
  expect(ended.refused ?? ended.operation?.problem ?? undefined).toBeUndefined();
  return ended.operation?.id ?? '';
}

/** Puts the donor into the truck and turns the key. Gives what the key came to and the codes that the engine unit tells. */
async function inTheTruck(): Promise<{ ignition: string; codes: string[] }> {
  await offTheBench();
  await plugIn(shop, 'truck-4', { ignition: 'off' });
  const { world } = shop.root.deps.bench;
  expect(await world?.vehicle({ vehicle: 'truck-4', unit: '0482' })).toMatchObject({ ok: true });
  await world?.vehicle({ vehicle: 'truck-4', ignition: 'running' });
  const truck = world?.latest?.vehicles.find((v) => v.id === 'truck-4');
  const { scan, refused } = await scanToEnd(shop, bench, { jobNumber, kind: 'post' });
  expect(refused).toBeUndefined();
  const engine = scan?.units.find((u) => u.id === 'engine');
  return { ignition: truck?.ignition ?? '', codes: (engine?.faults ?? []).map((f) => f.code) };
}

const tell = (
  person: Person,
  operationId: string,
  outcome: 'runs' | 'fails' = 'fails',
  { signs = ['cranks-no-start'], note = '' }: { signs?: VehicleSign[]; note?: string } = {}
) => tellInVehicle(shop.root.deps, person, { jobNumber, operationId, outcome, signs, note });
const gateCodes = async () =>
  checkJobGate(shop.root.deps, await view(), {
    ...{ kind: 'write', stationId: 'window', person: bench, role: 'donor' }
  }).lines.map((l) => `${l.verdict} ${l.code}`);
const accept = (person: Person, readId: string) =>
  acceptReads(shop.root.deps, person, {
    ...{ jobNumber, role: 'original', regionId: 'backup', readId },
    reason: 'What was written failed in the vehicle'
  });

describe('a clone that is right by every check and fails in the vehicle', () => {
  let first = '';
  it('is written and proven: two reads agreed, and every checksum holds', async () => {
    await onTheBench('original', 2);
    await onTheBench('donor', 2);
    expect((await view()).regions.original[0]?.verdict.state).toBe('trusted');
    expect(codeOf(await buildClone(shop.root.deps, bench, jobNumber))).toBe('ok');
    expect(codeOf(await tell(bench, '00000000-0000-4000-8000-000000000000'))).toBe(
      'vehicle.told.other'
    );
    first = await write();
    // what nobody at the bench can see: the cells that read wrong while it was cold
    const differs = memoryOf('0482').filter((b, i) => b !== memoryOf('0481')[i]).length;
    expect(differs).toBe(9);
  }, 60_000);

  it('cranks and does not start, and its program says why', async () => {
    expect(await inTheTruck()).toEqual({ ignition: 'on', codes: ['P062F'] });
  }, 30_000);

  it('is told by whom the table names, with what is seen, of the write that stands there', async () => {
    expect(codeOf(await tell(await shop.person('trainee'), first))).toBe('gate.person.role');
    expect(codeOf(await tell(bench, first, 'fails', { signs: [] }))).toBe('vehicle.told.unseen');
    const other = { signs: ['other-fault'] as VehicleSign[] };
    expect(codeOf(await tell(bench, first, 'fails', other))).toBe('vehicle.told.unseen');
    expect((await view()).writeState).toBe('verified');
    expect(codeOf(await tell(await shop.person('desk'), first))).toBe('ok');
    const told = await view();
    expect(told.writeState).toBe('refuted');
    expect(told.line.write).toMatchObject({ verdict: 'stop', code: 'write.clone.refuted' });
    expect(told.line.return).toMatchObject({ verdict: 'stop', code: 'return.write.refuted' });
    expect(await gateCodes()).toContain('look gate.image.failed');
    const end = { jobNumber, result: 'donor-written', reason: '' } as const;
    expect(codeOf(await finishJob(shop.root.deps, lead, end))).toBe('job.close.refuted');
    const events = await db.query(`select data from job_event where kind = 'vehicle.fails'`);
    expect(events.rows).toMatchObject([{ data: { unit: '0482', seen: 'cranks-no-start' } }]);
  });

  it('what was told is taken back by telling again, never changed', async () => {
    expect(codeOf(await tell(bench, first, 'runs'))).toBe('ok');
    expect((await view()).writeState).toBe('verified');
    expect(await gateCodes()).not.toContain('look gate.image.failed');
    expect(codeOf(await tell(bench, first))).toBe('ok');
    expect((await view()).writeState).toBe('refuted');
    for (const change of ['delete from told_in_vehicle', `update told_in_vehicle set note = 'x'`])
      await expect(db.query(change), change).rejects.toThrow(/append only/);
    await expect(db.query('truncate told_in_vehicle')).rejects.toThrow();
  });

  it('written once more into the same unit it is proven again, and fails there still until somebody tells that it runs', async () => {
    await onTheBench('donor', 0);
    const again = await writeAgain();
    expect(again).not.toBe(first);
    expect((await view()).writeState).toBe('refuted');
    expect((await view()).line.write).toMatchObject({ verdict: 'stop' });
    const end = { jobNumber, result: 'donor-written', reason: '' } as const;
    expect(codeOf(await finishJob(shop.root.deps, lead, end))).toBe('job.close.refuted');
    expect(codeOf(await tell(bench, again, 'runs'))).toBe('ok');
    expect((await view()).writeState).toBe('verified');
    expect(codeOf(await tell(bench, again))).toBe('ok');
    // built anew it is the same content
    expect(codeOf(await buildClone(shop.root.deps, bench, jobNumber))).toBe('ok');
    await onTheBench('donor', 0);
    await writeAgain();
    expect((await view()).writeState).toBe('refuted');
  }, 30_000);
});

describe('the alternate read', () => {
  it('there is none while all reads are the same', async () => {
    expect(await describeAlternates(shop.root.deps, await view())).toMatchObject([
      { role: 'original', regionId: 'backup', usedReads: [1, 2], alternates: [] }
    ]);
  });

  it('is found once the unit is warm: where it differs, that no checksum looks there, and that it fits', async () => {
    await onTheBench('original', 1);
    const [found] = await describeAlternates(shop.root.deps, await view());
    expect(found?.alternates).toMatchObject([
      {
        ...{ reads: [3], differingBytes: 9, checked: 'none', fits: true, taken: false },
        judgement: { verdict: 'look', code: 'alternate.content.untried' }
      }
    ]);
  }, 30_000);

  it('a lead takes it, it is built, written and proven, and the engine runs', async () => {
    const [found] = await describeAlternates(shop.root.deps, await view());
    const readId = found?.alternates[0]?.readId ?? '';
    expect(codeOf(await accept(bench, readId))).toBe('gate.person.role');
    expect(codeOf(await accept(lead, readId))).toBe('ok');
    const [taken] = await describeAlternates(shop.root.deps, await view());
    expect(taken?.alternates[0]?.taken).toBe(true);
    expect((await view()).cloneState).toBe('stale');
    expect(codeOf(await buildClone(shop.root.deps, bench, jobNumber))).toBe('ok');
    expect((await view()).failedBefore).toBe(false);
    await onTheBench('donor', 0);
    const second = await write();
    expect(Buffer.compare(memoryOf('0482'), memoryOf('0481'))).toBe(0);
    expect(await inTheTruck()).toEqual({ ignition: 'running', codes: [] });
    // of the first one nothing can be told any more: another has followed
    const operations = (await view()).operations.filter((o) => o.kind === 'write');
    expect(operations).toHaveLength(4);
    expect(codeOf(await tell(bench, operations[0]?.id ?? '', 'runs'))).toBe('vehicle.told.other');
    expect(codeOf(await tell(bench, second, 'runs'))).toBe('ok');
    expect((await view()).ending).toMatchObject({ writeVerified: true, writeRefuted: false });
  }, 60_000);

  it('what failed is known when it would be written again, and stays in the record', async () => {
    const [region] = (await view()).regions.original;
    const readId = region?.reads.find((r) => r.number === 1)?.id ?? '';
    expect(codeOf(await accept(lead, readId))).toBe('ok');
    expect(codeOf(await buildClone(shop.root.deps, bench, jobNumber))).toBe('ok');
    expect((await view()).failedBefore).toBe(true);
    expect(await gateCodes()).toContain('look gate.image.failed');
    // the record tells both attempts, each with what was meant then, whatever was built since
    const writes = await describeWrites(shop.root.deps.db, (await view()).job.id);
    expect(writes.map((w) => w.told.map((t) => t.outcome))).toEqual([
      ['fails', 'runs', 'fails'],
      ['runs', 'fails'],
      [],
      ['runs']
    ]);
    const [first, second] = [writes[0], writes[3]].map((w) => w?.contents[0]?.sha256);
    expect(first).toBe(region?.reads.find((r) => r.number === 1)?.sha256);
    expect(second).toBe(region?.reads.find((r) => r.number === 3)?.sha256);
    // of the write that runs nothing is to be replaced
    expect(await describeAlternates(shop.root.deps, await view())).toEqual([]);
    const kinds = await db.query(
      `select kind from job_event where kind like 'vehicle.%' order by id`
    );
    expect(kinds.rows.map((r: { kind: string }) => r.kind)).toEqual([
      ...['vehicle.fails', 'vehicle.runs', 'vehicle.fails'],
      ...['vehicle.runs', 'vehicle.fails', 'vehicle.runs']
    ]);
  });
});
