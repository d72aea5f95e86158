import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { StartOperation } from '../app/src/lib/schema/requests.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { listEvents } from '../app/src/lib/server/repositories/events.ts';
import { buildClone } from '../app/src/lib/server/services/build/build-clone.ts';
import { moveSimulator } from '../app/src/lib/server/services/simulator/simulator.ts';
import { setSupply } from '../app/src/lib/server/services/operation/set-supply.ts';
import { assignUnit, finishJob } from '../app/src/lib/server/services/job/jobs.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import {
  startOperation,
  stopOperation
} from '../app/src/lib/server/services/operation/start-operation.ts';
import { chooseAccess } from '../app/src/lib/server/services/plan/accesses.ts';
import { uploadRead } from '../app/src/lib/server/services/reads/upload-read.ts';
import {
  freshFile,
  makeShop,
  powerUp,
  runToEnd,
  until,
  waitForEnd,
  type Shop,
  leaveWayBackOut
} from './support/shop.ts';

const JOB = { jobNumber: 2031, stationId: 'window' } as const;
const REGIONS = ['data-flash', 'program-flash'] as const;

/** What must not work, tried through the services with a real bench behind them. */
describe('what is refused', () => {
  let shop: Shop;
  let bench: Person;

  beforeAll(async () => {
    shop = await makeShop();
    bench = await shop.person('bench');
  });
  afterAll(() => shop.close());

  const start = async (
    request: Omit<StartOperation, 'jobNumber' | 'stationId'>,
    person = bench
  ) => {
    const result = await startOperation(shop.root.deps, person, { ...JOB, ...request });
    return result.ok ? `started ${result.value.operationId}` : result.problem.code;
  };
  const drop = (role: 'original' | 'donor', regionId: string, bytes: Uint8Array) =>
    uploadRead(shop.root.deps, bench, {
      jobNumber: 2031,
      role,
      regionId,
      ...freshFile(),
      bytes
    });
  const memoryOf = (tag: string, region: string) =>
    shop.world.units.get(tag)?.memory.get(region) as Uint8Array;

  it('anything at all with the supply off', async () => {
    expect(await start({ kind: 'identify', role: 'original' })).toBe('supply.output.off');
    expect(await start({ kind: 'read', role: 'original', regionId: 'data-flash' })).toBe(
      'supply.output.off'
    );
  });

  it('a limit under what the family needs', async () => {
    await powerUp(shop, 'window', '0417', { limitMa: 4900 });
    expect(await start({ kind: 'identify', role: 'original' })).toBe('supply.limit.low');
  });

  it('a read before the chip id is known', async () => {
    await powerUp(shop, 'window', '0417');
    expect(await start({ kind: 'read', role: 'original', regionId: 'data-flash' })).toBe(
      'gate.unit.unknown'
    );
  });

  it('a unit of another family', async () => {
    await powerUp(shop, 'window', '0390');
    // it listens on other identifiers, so it does not even answer
    const asked = await runToEnd(shop, bench, { kind: 'identify', role: 'original', ...JOB });
    expect(asked.operation).toMatchObject({
      state: 'failed',
      problem: { code: 'uds.answer.timeout' }
    });
    expect((await loadJobView(shop.root.deps, 2031))?.units.original?.chipId).toBeNull();
  });

  it('reading memory without the boot pad: the unit itself says why', async () => {
    await powerUp(shop, 'window', '0417', { padHeld: false });
    await runToEnd(shop, bench, { kind: 'identify', role: 'original', ...JOB });
    const read = await runToEnd(shop, bench, {
      kind: 'read',
      role: 'original',
      regionId: 'data-flash',
      ...JOB
    });
    expect(read.operation).toMatchObject({
      state: 'failed',
      meaning: 'meaning.unit.untouched',
      problem: { code: 'uds.answer.negative', params: { nrc: 'conditionsNotCorrect' } }
    });
  });

  it('the original taken for the donor: the chip id tells', async () => {
    await powerUp(shop, 'window', '0417');
    const asked = await runToEnd(shop, bench, { kind: 'identify', role: 'donor', ...JOB });
    expect(asked.operation).toMatchObject({
      state: 'failed',
      problem: { code: 'identify.chip.elsewhere', params: { tag: '0417', meant: '0388' } }
    });
  });

  it('files of the wrong size, empty ones and giants', async () => {
    const code = async (bytes: Uint8Array) => {
      const result = await drop('original', 'data-flash', bytes);
      return result.ok ? 'kept' : result.problem.code;
    };
    expect(await code(new Uint8Array(0))).toBe('image.size.empty');
    expect(await code(new Uint8Array(65535))).toBe('image.size.wrong');
    expect(await code(new Uint8Array(64 * 1024 * 1024))).toBe('image.size.huge');
    expect((await loadJobView(shop.root.deps, 2031))?.regions.original[0]?.reads).toHaveLength(0);
  });

  it('two operations on one station, and hands or switches while one runs', async () => {
    await shop.root.deps.bench.world?.setSpeed(60);
    await powerUp(shop, 'window', '0417');
    await runToEnd(shop, bench, { kind: 'identify', role: 'original', ...JOB });
    const first = await start({ kind: 'read', role: 'original', regionId: 'program-flash' });
    expect(first).toMatch(/^started/);
    expect(await start({ kind: 'read', role: 'original', regionId: 'data-flash' })).toBe(
      'gate.station.busy'
    );
    const hands = await moveSimulator(shop.root.deps, bench, {
      stationId: 'window',
      change: { unit: null }
    });
    expect(hands).toMatchObject({ problem: { code: 'station.work.busy' } });
    const off = await setSupply(shop.root.deps, bench, {
      stationId: 'window',
      settings: { on: false }
    });
    expect(off).toMatchObject({ problem: { code: 'station.work.busy' } });
    const id = first.slice('started '.length);
    await until(() => (shop.root.deps.bench.running.get('window')?.doneBytes ?? 0) > 8000);
    // somebody else's work: not a trainee's to stop, and the record names who did
    const { deps } = shop.root;
    const trainee = await shop.person('trainee');
    expect(stopOperation(deps, trainee, id)).toMatchObject({
      problem: { code: 'gate.person.role', params: { right: 'operation.stop-of-others' } }
    });
    expect(deps.bench.running.get('window')?.signal.stopped).toBe(false);
    const lead = await shop.person('lead');
    expect(stopOperation(deps, lead, id).ok).toBe(true);
    expect(await waitForEnd(shop, id)).toMatchObject({
      state: 'stopped',
      meaning: 'meaning.unit.untouched'
    });
    const view = await loadJobView(deps, 2031);
    const events = await listEvents(deps.db, view?.job.id ?? '');
    expect(events.at(-1)).toMatchObject({
      kind: 'read.stopped',
      personName: bench.name,
      data: { stoppedBy: lead.name }
    });
    await shop.root.deps.bench.world?.setSpeed(0);
  });

  it('the database itself holds the lease when two ask at the same moment', async () => {
    const asked = await Promise.all(
      [1, 2, 3].map(() => start({ kind: 'read', role: 'original', regionId: 'data-flash' }))
    );
    expect(asked.filter((a) => a.startsWith('started'))).toHaveLength(1);
    expect(asked.filter((a) => !a.startsWith('started'))).toEqual([
      'gate.station.busy',
      'gate.station.busy'
    ]);
    await waitForEnd(
      shop,
      (asked.find((a) => a.startsWith('started')) as string).slice('started '.length)
    );
  });

  it('building and writing without two agreeing reads', async () => {
    const build = await buildClone(shop.root.deps, bench, 2031);
    expect(build).toMatchObject({ problem: { code: 'clone.region.untrusted' } });
    expect(await start({ kind: 'write', confirmation: '388' })).toBe('gate.original.untrusted');
  });

  it('two equal files of nothing but FF: they agree and are no data', async () => {
    const empty = new Uint8Array(2 * 1024 * 1024).fill(0xff);
    await drop('original', 'program-flash', empty);
    await drop('original', 'program-flash', empty);
    const view = await loadJobView(shop.root.deps, 2031);
    expect(view?.regions.original[1]?.verdict.code).toBe('reads.region.implausible');
    expect((await buildClone(shop.root.deps, bench, 2031)).ok).toBe(false);
  });

  it('writing without a kept backup of the donor', async () => {
    // the bench has read the data flash once: a file of that content would be that read, so it reads again
    await powerUp(shop, 'window', '0417');
    await runToEnd(shop, bench, { kind: 'identify', role: 'original', ...JOB });
    const again = { kind: 'read', role: 'original', regionId: 'data-flash', ...JOB } as const;
    expect((await runToEnd(shop, bench, again)).operation?.state).toBe('done');
    for (let i = 0; i < 3; i++)
      await drop('original', 'program-flash', memoryOf('0417', 'program-flash'));
    expect((await buildClone(shop.root.deps, bench, 2031)).ok).toBe(true);
    await powerUp(shop, 'window', '0388');
    await runToEnd(shop, bench, { kind: 'identify', role: 'donor', ...JOB });
    expect(await start({ kind: 'write', confirmation: '388' })).toBe('gate.backup.missing');
  });

  it('writing to the original’s chip id, with everything else in place (invariant 1)', async () => {
    for (const region of REGIONS) {
      for (let i = 0; i < 2; i++) await drop('donor', region, memoryOf('0388', region));
    }
    const before = REGIONS.map((r) => memoryOf('0417', r).slice());
    await powerUp(shop, 'window', '0417');
    await runToEnd(shop, bench, { kind: 'identify', role: 'original', ...JOB });
    expect(await start({ kind: 'write', confirmation: '388' })).toBe('gate.original.connected');
    // a swap behind the application's back, with the supply left on: the chip id is read once more before the erase
    await powerUp(shop, 'window', '0388');
    await runToEnd(shop, bench, { kind: 'identify', role: 'donor', ...JOB });
    shop.world.clamp(shop.world.stations[0] as never, '0417');
    const write = await runToEnd(shop, bench, { kind: 'write', confirmation: '388', ...JOB });
    expect(write.operation).toMatchObject({
      state: 'failed',
      meaning: 'meaning.unit.untouched',
      problem: { code: 'gate.original.connected' }
    });
    REGIONS.forEach((r, i) =>
      expect(Buffer.compare(memoryOf('0417', r), before[i] as Uint8Array)).toBe(0)
    );
  });

  it('a wrong confirmation, a trainee, the desk', async () => {
    await powerUp(shop, 'window', '0388');
    await runToEnd(shop, bench, { kind: 'identify', role: 'donor', ...JOB });
    expect(await start({ kind: 'write', confirmation: '417' })).toBe('write.confirmation.wrong');
    expect(await start({ kind: 'write' })).toBe('write.confirmation.wrong');
    for (const name of ['trainee', 'desk']) {
      expect(await start({ kind: 'write', confirmation: '388' }, await shop.person(name))).toBe(
        'gate.person.role'
      );
    }
  });

  it('stopping a write half way, closing before it is proven, another donor afterwards', async () => {
    expect(await finishJob(shop.root.deps, bench, { jobNumber: 2031 })).toMatchObject({
      problem: { code: 'job.close.unverified' }
    });
    await shop.root.deps.bench.world?.setSpeed(120);
    const started = await start({ kind: 'write', confirmation: '388' });
    const id = started.slice('started '.length);
    await until(() => shop.root.deps.bench.running.get('window')?.state === 'running');
    expect(stopOperation(shop.root.deps, bench, id)).toMatchObject({
      problem: { code: 'operation.stop.refused' }
    });
    expect(await finishJob(shop.root.deps, bench, { jobNumber: 2031 })).toMatchObject({
      problem: { code: 'job.work.running' }
    });
    const access = {
      jobNumber: 2031,
      key: 'boot-0',
      method: 'whole-image',
      reason: 'another'
    } as const;
    expect(await chooseAccess(shop.root.deps, await shop.person('lead'), access)).toMatchObject({
      problem: { code: 'job.work.running' }
    });
    await shop.root.deps.bench.world?.setSpeed(0);
    expect(await waitForEnd(shop, id)).toMatchObject({ state: 'done' });
    const other = await assignUnit(shop.root.deps, bench, {
      role: 'donor',
      jobNumber: 2031,
      tag: '0421'
    });
    expect(other).toMatchObject({ problem: { code: 'job.donor.written' } });
  });

  it('work on a closed job', async () => {
    expect(await leaveWayBackOut(shop, bench, 2031)).toBeGreaterThan(5);
    expect((await finishJob(shop.root.deps, bench, { jobNumber: 2031 })).ok).toBe(true);
    expect(await start({ kind: 'read', role: 'donor', regionId: 'data-flash' })).toBe(
      'gate.job.closed'
    );
    expect(await drop('donor', 'data-flash', new Uint8Array(65536))).toMatchObject({
      problem: { code: 'gate.job.closed' }
    });
    expect(await finishJob(shop.root.deps, bench, { jobNumber: 2031 })).toMatchObject({
      problem: { code: 'gate.job.closed' }
    });
  });
});
