// Jobs of every shape through the real services: the same unit written, data handed over, a loose unit, a dead one.
import { createHash } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { correctSums } from '@badger/core/checksum/correct-sums';
import { imageOf } from '@badger/core/image/image';
import type { NewJob } from '../app/src/lib/schema/requests.ts';
import { listEvents } from '../app/src/lib/server/repositories/events.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { findJobOfContent } from '../app/src/lib/server/repositories/reads.ts';
import { buildClone } from '../app/src/lib/server/services/build/build-clone.ts';
import { takeIn } from '../app/src/lib/server/services/job/intake.ts';
import {
  assignUnit,
  finishJob,
  recordAuthority,
  waiveBackup
} from '../app/src/lib/server/services/job/jobs.ts';
import { handOverAll } from './support/hand-over.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { startOperation } from '../app/src/lib/server/services/operation/start-operation.ts';
import { uploadRead } from '../app/src/lib/server/services/reads/upload-read.ts';
import { makeShop, powerUp, runToEnd, type Shop, leaveWayBackOut } from './support/shop.ts';
import { smallFamilies } from './support/small-family.ts';

const REGIONS = ['data-flash', 'program-flash'] as const;
const STATION = { stationId: 'window' } as const;
const families = smallFamilies();
let shop: Shop;
let bench: Person;
let lead: Person;
beforeAll(async () => {
  shop = await makeShop({ profilesDir: families.dir });
  bench = await shop.person('bench');
  lead = await shop.person('lead');
});
afterAll(async () => {
  await shop.close();
  families.remove();
});

const codeOf = (r: { ok: boolean; problem?: { code: string } }) => (r.ok ? 'ok' : r.problem?.code);
const view = async (number: number) => {
  const found = await loadJobView(shop.root.deps, number);
  if (!found) throw new Error('no job');
  return found;
};
const memoryOf = (tag: string, region: string) =>
  Uint8Array.from(shop.world.units.get(tag)?.memory.get(region) as Uint8Array);

let taken = 0;
async function open(change: Partial<NewJob>, tag?: string): Promise<number> {
  taken += 1;
  const made = await takeIn(shop.root.deps, bench, {
    ...{ customer: 'Quay Test', vehicle: 'Halvard van', vin: 'U8HVC3F2401084417' },
    ...{ family: 'HV-EC4', complaint: 'Update', reason: 'software', authorisedBy: 'Office' },
    ...{ promisedAt: null, intakeKey: `shape-${taken}-0000`, another: true },
    arrival: { how: 'counter', parcelNumber: '', condition: '' },
    units: tag ? [{ role: 'original', tag, place: '', condition: '' }] : [],
    ...change
  });
  if (!made.ok) throw new Error(made.problem.code);
  return made.value.number;
}
async function authorise(jobNumber: number) {
  const values = { orderedBy: 'Office', proofKind: 'order', proofNumber: '77' } as const;
  const signature = [[[1, 1] as number[], [9, 9] as number[]]];
  return recordAuthority(shop.root.deps, bench, { jobNumber, ...values, signature });
}
async function identify(jobNumber: number, tag: string) {
  await powerUp(shop, 'window', tag);
  const asked = { kind: 'identify', role: 'original', jobNumber, ...STATION } as const;
  return (await runToEnd(shop, bench, asked)).operation;
}
async function readAll(jobNumber: number) {
  for (const regionId of [...REGIONS, ...REGIONS]) {
    const read = { kind: 'read', role: 'original', regionId, jobNumber, ...STATION } as const;
    expect((await runToEnd(shop, bench, read)).operation?.state).toBe('done');
  }
}
/** A file whose checksums hold, as one that is sold does. */
function sound(regionId: string, bytes: Uint8Array): Uint8Array {
  const rules = shop.root.deps.profiles.get('HV-EC4')?.checksums ?? [];
  const range = { start: 0, end: bytes.length };
  const image = imageOf([{ range, bytes, origin: 'file' }]);
  const made = correctSums(
    image,
    rules.filter((r) => r.region === regionId)
  );
  if (!made.ok) throw new Error(made.problem.code);
  for (const { becomes, range: at } of made.value.changes) bytes.set(becomes, at.start);
  return bytes;
}
const supply = (jobNumber: number, regionId: string, bytes: Uint8Array) =>
  uploadRead(shop.root.deps, bench, {
    ...{ jobNumber, role: 'supplied' as const, regionId, fileName: 'update.bin', bytes }
  });
const build = (jobNumber: number) => buildClone(shop.root.deps, bench, jobNumber).then(codeOf);
const write = (jobNumber: number, confirmation = '421', person = bench) =>
  startOperation(shop.root.deps, person, {
    ...{ kind: 'write' as const, jobNumber, confirmation, ...STATION }
  }).then(codeOf);
const finish = (jobNumber: number, end: object, person = bench) =>
  finishJob(shop.root.deps, person, { jobNumber, ...end }).then(codeOf);

describe('the same unit gets new content', () => {
  const next = new Uint8Array(8192);
  let job: number;
  let before: Uint8Array[];

  it('its own reads are the way back, and the supplied file has to be one', async () => {
    job = await open({}, '0421');
    before = REGIONS.map((r) => memoryOf('0421', r));
    next.set(before[1] as Uint8Array);
    next[0x100] = (next[0x100] ?? 0) ^ 0x5a;
    const broken = next.slice();
    sound('program-flash', next);
    expect((await view(job)).line).toMatchObject({
      match: { code: 'stage.job.needless' },
      build: { code: 'build.supplied.none' }
    });
    expect(await build(job)).toBe('gate.content.none');
    expect(codeOf(await supply(job, 'program-flash', next))).toBe('gate.authority.missing');
    await authorise(job);
    expect(codeOf(await supply(job, 'program-flash', next.slice(1)))).toMatch(/^image\.size/);
    expect(codeOf(await supply(job, 'program-flash', new Uint8Array(8192).fill(0xff)))).toBe('ok');
    expect(await build(job)).toBe('clone.region.untrusted');
    expect((await identify(job, '0421'))?.state).toBe('done');
    await readAll(job);
    // a supplied file is no read of the unit: two of them prove nothing
    expect((await view(job)).regions.original.map((r) => r.reads.length)).toEqual([2, 2]);
    expect(await build(job)).toBe('gate.content.wrong');
    expect(await write(job)).toBe('gate.content.wrong');
    // a file whose checksum does not hold is kept, looked at and never built
    expect(codeOf(await supply(job, 'program-flash', broken))).toBe('ok');
    expect(await build(job)).toBe('clone.source.unsound');
    // one byte outside the calibration: it is no calibration of this unit
    const outside = sound(
      'program-flash',
      next.slice().fill((next[0x1100] ?? 0) ^ 1, 0x1100, 0x1101)
    );
    expect(codeOf(await supply(job, 'program-flash', outside))).toBe('ok');
    expect(await build(job)).toBe('gate.content.wrong');
    expect(codeOf(await supply(job, 'program-flash', next))).toBe('ok');
    expect(await write(job)).toBe('gate.image.none');
    expect(await build(job)).toBe('ok');
    const built = (await view(job)).clone?.plan.lines;
    expect(built?.map((l) => l.regionId)).toEqual(['program-flash']);
    expect(built?.[0]?.guard).toMatchObject([
      { code: 'supplied.change.inside', params: { bytes: 5, what: 'Calibration' } }
    ]);
    expect(await finish(job, { result: 'unit-rewritten' })).toBe('job.close.unverified');
  });

  it('only this very unit, by whom the table names, with its tag', async () => {
    for (const name of ['trainee', 'desk'])
      expect(await write(job, '421', await shop.person(name))).toBe('gate.person.role');
    expect(await write(job, '388')).toBe('write.confirmation.wrong');
    // another unit of the family, swapped behind the application's back: read once more before the erase
    shop.world.clamp(shop.world.stations[0] as never, '0388');
    const swapped = await runToEnd(shop, bench, {
      ...{ kind: 'write', jobNumber: job, confirmation: '421', ...STATION }
    });
    expect(swapped.operation).toMatchObject({
      state: 'failed',
      problem: { code: 'gate.original.other' },
      meaning: 'meaning.unit.untouched'
    });
    shop.world.clamp(shop.world.stations[0] as never, '0421');
    await identify(job, '0421');
  });

  it('another file after the build is another image', async () => {
    const other = Uint8Array.from(next);
    other[0x200] = (other[0x200] ?? 0) ^ 1;
    sound('program-flash', other);
    expect(codeOf(await supply(job, 'program-flash', other))).toBe('ok');
    expect((await view(job)).cloneState).toBe('stale');
    expect(await write(job)).toBe('gate.image.stale');
    expect(codeOf(await supply(job, 'data-flash', before[0] as Uint8Array))).toBe('ok');
    // a file that comes again after another one is the one that is meant again
    const newest = async () =>
      (await view(job)).supplied.find((r) => r.regionId === 'program-flash')?.sha256;
    const meant = await newest();
    expect(codeOf(await supply(job, 'program-flash', next))).toBe('ok');
    expect(await newest()).not.toBe(meant);
    expect(codeOf(await supply(job, 'program-flash', other))).toBe('ok');
    expect(await newest()).toBe(meant);
    expect(await build(job)).toBe('ok');
    next.set(other);
  });

  it('is written, read back and proven; the reads from before stay the way back', async () => {
    const { operation } = await runToEnd(shop, bench, {
      ...{ kind: 'write', jobNumber: job, confirmation: '421', ...STATION }
    });
    expect(operation).toMatchObject({ state: 'done', meaning: 'meaning.write.verified' });
    expect(memoryOf('0421', 'program-flash')).toEqual(next);
    expect(memoryOf('0421', 'data-flash')).toEqual(before[0]);
    await identify(job, '0421');
    await readAll(job);
    const after = await view(job);
    // what the unit holds now is no backup of what it held
    expect(after.regions.original.map((r) => r.reads.length)).toEqual([2, 2]);
    expect(after.line.write.code).toBe('write.unit.verified');
    expect(await finish(job, { result: 'donor-written' })).toBe('job.close.result');
    expect(await leaveWayBackOut(shop, bench, job)).toBeGreaterThan(0);
    expect(await finish(job, { result: 'unit-rewritten' })).toBe('ok');
    const closed = await view(job);
    expect(closed.job.result).toBe('unit-rewritten');
    expect((await listEvents(shop.root.deps.db, closed.job.id)).at(-1)).toMatchObject({
      kind: 'job.closed',
      data: { result: 'unit-rewritten' }
    });
  });

  it('a file that serves another unit too is told, and nothing is held by it', async () => {
    const other = await open({}, '0388');
    await authorise(other);
    expect((await identify(other, '0388'))?.state).toBe('done');
    await readAll(other);
    const own = sound('program-flash', memoryOf('0388', 'program-flash').fill(7, 0x200, 0x204));
    expect(codeOf(await supply(other, 'program-flash', own))).toBe('ok');
    expect(await build(other)).toBe('ok');
    // the very file that was written into 0421
    const sha256 = createHash('sha256').update(next).digest('hex');
    const unitId = (await view(other)).units.original?.id ?? '';
    expect(await findJobOfContent(shop.root.deps.db, sha256, unitId)).toBe(job);
    const first = (await view(job)).units.original?.id ?? '';
    expect(await findJobOfContent(shop.root.deps.db, sha256, first)).toBeUndefined();
  });

  it('a job for a donor takes no file for the unit itself, and the other way round', async () => {
    expect(codeOf(await supply(2031, 'data-flash', next))).toBe('upload.supplied.needless');
    expect(await write(await open({ reason: 'security' }, '0421'))).not.toBe('ok');
  });
});

describe('jobs that write nothing', () => {
  it('security data: handed over from trusted reads, with authority, to somebody', async () => {
    const job = await open({ reason: 'security' }, '0417');
    const end = { result: 'data-handed-over', reason: 'To the owner' };
    expect(await finish(job, end)).toBe('gate.authority.missing');
    await authorise(job);
    expect(await finish(job, end)).toBe('job.close.reads');
    await identify(job, '0417');
    await readAll(job);
    expect(await finish(job, end)).toBe('job.close.handover');
    expect((await handOverAll(shop.root.deps, bench, job)).ok).toBe(true);
    expect(await finish(job, { ...end, reason: '' })).toBe('job.close.reason');
    expect(await finish(job, end)).toBe('ok');
  });

  it('a loose unit needs no VIN; any other job does', async () => {
    await expect(open({ vin: '' })).rejects.toThrow(/^vin\./);
    const loose = { reason: 'unknown-unit', vin: '', plate: 'SB 88' } as const;
    const job = await open(loose, '0417');
    const other = await open({ ...loose, another: false }, '0388');
    expect(other).not.toBe(job);
    expect((await view(job)).line.arrive.code).not.toBe('arrive.vin.wrong');
    expect(await finish(job, { result: 'unit-judged', reason: 'Worn, for parts' })).toBe('ok');
  });

  it('a unit is dead after three tries that it did not answer, and not because a cable was out', async () => {
    const job = await open({ reason: 'recovery' }, '0388');
    const dead = { result: 'unit-dead', reason: 'No answer, cold board' };
    expect(await finish(job, dead)).toBe('job.close.tries');
    await powerUp(shop, 'window', '0388');
    // nothing answers: a dead board and an empty clamp look the same from here
    shop.world.clamp(shop.world.stations[0] as never, null);
    for (const say of ['job.close.tries', 'job.close.tries', 'ok']) {
      const asked = { kind: 'identify', role: 'original', jobNumber: job, ...STATION } as const;
      const { operation } = await runToEnd(shop, bench, asked);
      expect(operation?.state).toBe('failed');
      expect(await finish(job, dead)).toBe(say);
    }
  });

  it('ends without a result only by a lead who says why', async () => {
    const job = await open({}, '0421');
    const end = { result: 'ended', reason: 'Customer took it away' };
    expect(await finish(job, end)).toBe('gate.person.role');
    expect(await finish(job, { result: 'ended' }, lead)).toBe('job.close.reason');
    expect(await finish(job, end, lead)).toBe('ok');
    expect(await finish(job, end, lead)).toBe('gate.job.closed');
  });
});

describe('a partner, and the waiver', () => {
  it('a partner is of another family, and no unit is twice in a job', async () => {
    const job = await open({ reason: 'failed-module' }, '0417');
    const assign = (values: object) =>
      assignUnit(shop.root.deps, bench, {
        ...{ jobNumber: job, role: 'partner' as const, tag: '' },
        ...values
      }).then(codeOf);
    expect(await assign({})).toBe('job.family.unknown');
    expect(await assign({ family: 'HV-EC4' })).toBe('job.partner.family');
    expect(await assign({ tag: '0417' })).toBe('job.units.same');
    expect(await assign({ family: 'MD-CM5' })).toBe('ok');
    expect((await view(job)).units.partner).toMatchObject({ familyId: 'MD-CM5' });
    expect(await assign({ role: 'new' })).toBe('ok');
    expect(Object.keys((await view(job)).units).sort()).toEqual(['new', 'original', 'partner']);
  });

  it('a lead alone waives the backup, in writing, and takes it back', async () => {
    const waive = (reason: string, person = lead) =>
      waiveBackup(shop.root.deps, person, { jobNumber: 2031, reason }).then(codeOf);
    expect(await waive('Donor is a blank spare', bench)).toBe('gate.person.role');
    expect(await waive('Donor is a blank spare')).toBe('ok');
    const waived = await view(2031);
    expect(waived.job.backupWaived).toBe('Donor is a blank spare');
    expect((await listEvents(shop.root.deps.db, waived.job.id)).at(-1)).toMatchObject({
      kind: 'backup.waived'
    });
    expect(await waive('')).toBe('ok');
    expect((await view(2031)).job.backupWaived).toBeNull();
    // it was said of that donor: another one is asked for its backup again
    expect(await waive('Donor is a blank spare')).toBe('ok');
    const assign = (tag: string) =>
      assignUnit(shop.root.deps, bench, { jobNumber: 2031, role: 'donor', tag }).then(codeOf);
    expect(await assign('0388')).toBe('ok');
    expect((await view(2031)).job.backupWaived).toBe('Donor is a blank spare');
    expect(await assign('0421')).toBe('ok');
    expect((await view(2031)).job.backupWaived).toBeNull();
    // 0421 was written in a job of its own: that makes it no donor that was cloned elsewhere
    expect([...(await view(2031)).records.writtenElsewhere]).toEqual([]);
  });
});
