// Exercising a unit of a job: what is kept, who may, what it holds off, and what happens when something gives way in the middle.
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import pg from 'pg';
import { listEvents } from '../app/src/lib/server/repositories/events.ts';
import { listExercises } from '../app/src/lib/server/repositories/exercises.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { setSupply } from '../app/src/lib/server/services/operation/set-supply.ts';
import { startOperation } from '../app/src/lib/server/services/operation/start-operation.ts';
import { exerciseUnit, stopExercise } from '../app/src/lib/server/services/prove/exercise-unit.ts';
import { recordTest } from '../app/src/lib/server/services/prove/prove.ts';
import { moveSimulator } from '../app/src/lib/server/services/simulator/simulator.ts';
import { readSocket, switchFeeds } from '../app/src/lib/server/services/socket/socket.ts';
import { makeShop, powerUp, runToEnd, until, type Shop } from './support/shop.ts';

const JOB = 2031;
let shop: Shop;
let bench: Person;
beforeAll(async () => {
  shop = await makeShop();
  bench = await shop.person('bench');
});
afterAll(() => shop.close());

const said = (r: { ok: true } | { ok: false; problem: { code: string } }) =>
  r.ok ? 'ok' : r.problem.code;
const viewOf = async () => {
  const view = await loadJobView(shop.root.deps, JOB);
  if (!view) throw new Error('no job');
  return view;
};
const station = () => {
  const found = shop.root.deps.bench.stations.get('window');
  if (!found?.sense) throw new Error('no station');
  return { ...found, sense: found.sense, supply: found.supply };
};
const exercise = (wanted: string[] = ['self-test'], who = bench) =>
  exerciseUnit(shop.root.deps, who, { jobNumber: JOB, stationId: 'window', wanted });
const runs = async () => listExercises(shop.root.deps.db, [(await viewOf()).job.id]);
const tests = async () => (await viewOf()).records.tests.filter((t) => t.test === 'exercise');
const identified = async (tag: string, role: 'original' | 'donor') => {
  await powerUp(shop, 'window', tag, { padHeld: false });
  await runToEnd(shop, bench, { kind: 'identify', jobNumber: JOB, stationId: 'window', role });
};
const device = () => {
  const found = shop.world.stations.find((s) => s.spec.id === 'window');
  if (!found) throw new Error('no station');
  return found;
};

describe('before anything is known', () => {
  it.each([
    ['nobody knows what lies on the clamp', () => exercise(), 'exercise.unit.unknown'],
    [
      'a job that is none',
      () => exerciseUnit(shop.root.deps, bench, { jobNumber: 9, stationId: 'window', wanted: [] }),
      'job.number.unknown'
    ],
    [
      'a station that is none',
      () => exerciseUnit(shop.root.deps, bench, { jobNumber: JOB, stationId: 'attic', wanted: [] }),
      'station.id.unknown'
    ],
    [
      'a result that somebody types',
      () =>
        recordTest(shop.root.deps, bench, {
          ...{ jobNumber: JOB, test: 'exercise' as 'bench', note: '' },
          values: { outcome: 'stage-failed' }
        }),
      'proof.test.measured'
    ],
    [
      'feeds of a station that is none',
      () => switchFeeds(shop.root.deps, bench, { stationId: 'attic', feeds: { battery: false } }),
      'station.id.unknown'
    ]
  ])('%s', async (_, act, code) => {
    expect(said(await act())).toBe(code);
    expect(await runs()).toEqual([]);
  });
});

describe('the original', () => {
  beforeEach(() => identified('0417', 'original'));

  it('is kept with what each look has shown, and stands in Prove with its weight', async () => {
    expect(await exercise([])).toMatchObject({ ok: true, value: { released: true } });
    const [run] = await runs();
    expect(run?.findings.length).toBe(8 + 11);
    expect(run?.versions).toMatchObject({ sense: expect.stringContaining('BREAKOUT') as string });
    expect((await tests()).at(-1)?.values).toMatchObject({
      ...{ outcome: 'stage-failed', failed: 1, of: 11, stages: 'Processor and watchdog' }
    });
    const unit = (await viewOf()).proof.assessment.standings.find((s) => s.cause === 'unit');
    expect(unit?.evidence.some((e) => e.code === 'proof.exercise.failed')).toBe(true);
    const events = await listEvents(shop.root.deps.db, (await viewOf()).job.id);
    expect(events.at(-1)).toMatchObject({ kind: 'unit.exercised', data: { unit: '0417' } });
  });
  it('only the right people may', async () => {
    const desk = await shop.person('desk');
    const before = (await runs()).length;
    expect(said(await exercise([], desk))).toBe('gate.person.role');
    const feeds = { stationId: 'window', feeds: { battery: false } };
    expect(said(await switchFeeds(shop.root.deps, desk, feeds))).toBe('gate.person.role');
    expect((await runs()).length).toBe(before);
  });
  it('what the family has not is nothing to exercise', async () => {
    expect(said(await exercise(['turbo']))).toBe('exercise.run.nothing');
  });
  it('meanwhile nobody touches clamp, feeds and supply, nothing else begins, and a second press is held', async () => {
    const { deps } = shop.root;
    const first = exercise([]);
    await until(() => (deps.bench.exercises.get('window')?.done ?? 0) > 1);
    const view = { jobNumber: JOB, stationId: 'window', role: 'original' } as const;
    const stationId = 'window';
    expect([
      said(await exercise()),
      said(await setSupply(deps, bench, { stationId, settings: { on: false } })),
      said(await switchFeeds(deps, bench, { stationId, feeds: { battery: false } })),
      said(await moveSimulator(deps, bench, { stationId, change: { unit: null } })),
      said(await startOperation(deps, bench, { kind: 'identify', ...view }))
    ]).toEqual([
      ...['gate.station.busy', 'station.work.busy', 'station.work.busy', 'station.work.busy'],
      'gate.station.busy'
    ]);
    expect(said(await first)).toBe('ok');
    expect(deps.bench.exercises.size).toBe(0);
  });
  it('stopped in the middle: what was found stays, the rest is not claimed', async () => {
    const { deps } = shop.root;
    const before = (await runs()).length;
    const running = exercise([]);
    await until(() => (deps.bench.exercises.get('window')?.done ?? 0) > 1);
    expect(said(stopExercise(deps, JOB))).toBe('ok');
    expect(said(await running)).toBe('ok');
    const last = (await runs()).at(-1);
    expect((await runs()).length).toBe(before + 1);
    expect(last?.brokenOff).toBe('exercise.run.stopped');
    expect(last?.findings.length).toBeLessThan(8);
    expect(said(stopExercise(deps, JOB))).toBe('exercise.run.nothing');
  });
  it('a load that cannot be taken away: the output goes off, and the record says so', async () => {
    const { sense, supply } = station();
    const load = sense.switchLoad.bind(sense);
    sense.switchLoad = (channel, on) =>
      on
        ? load(channel, on)
        : Promise.resolve({ ok: false, problem: { code: 'breakout.link.absent', params: {} } });
    try {
      expect(await exercise(['injector-1'])).toMatchObject({
        ok: true,
        value: { released: false }
      });
    } finally {
      sense.switchLoad = load;
    }
    await until(() => supply.latest?.on === false);
    expect((await runs()).at(-1)?.released).toBe(false);
    await sense.switchLoad(311, false);
  });
  it('what a run that was cut off has left on the box is taken away first', async () => {
    const { sense } = station();
    await sense.switchLoad(312, true);
    await sense.apply(404, { signal: 'resistance', value: 100 });
    expect(said(await exercise(['injector-1', 'injector-2']))).toBe('ok');
    expect((await runs()).at(-1)?.findings.map((f) => f.state)).toEqual(['sound', 'sound']);
    expect(device().breakout.sources.size).toBe(0);
  });
  it('pressed in the same moment as a read: one of the two is held, and neither breaks the other', async () => {
    const { deps } = shop.root;
    for (let i = 0; i < 4; i++) {
      const at = {
        kind: 'identify',
        jobNumber: JOB,
        stationId: 'window',
        role: 'original'
      } as const;
      const [one, two] = await Promise.all([
        exercise(['coolant-temperature']),
        startOperation(deps, bench, at)
      ]);
      const codes = [said(one), said(two)];
      expect(codes.filter((c) => c === 'ok').length, codes.join()).toBeGreaterThan(0);
      expect(codes.every((c) => ['ok', 'gate.station.busy', 'link.box.busy'].includes(c))).toBe(
        true
      );
      await until(() => deps.bench.running.size === 0 && deps.bench.exercises.size === 0);
      if (one.ok) expect((await runs()).at(-1)?.findings[0]?.state).toBe('sound');
    }
  });
  it('ten who look at the pins ask the box once', async () => {
    const { sense } = station();
    let asked = 0;
    const read = sense.readSocket.bind(sense);
    sense.readSocket = () => {
      asked++;
      return read();
    };
    await Promise.all(Array.from({ length: 10 }, () => readSocket(shop.root.deps, 'window')));
    sense.readSocket = read;
    expect(asked).toBe(1);
  });
  it('a database that is gone when it ends: no stage stays driven, and nothing is half kept', async () => {
    const before = [(await runs()).length, (await tests()).length];
    const { deps } = shop.root;
    const transaction = deps.db.transaction.bind(deps.db);
    deps.db.transaction = () => Promise.reject(new Error('gone'));
    try {
      await expect(exercise(['injector-1'])).rejects.toThrow('gone');
    } finally {
      deps.db.transaction = transaction;
    }
    expect([(await runs()).length, (await tests()).length]).toEqual(before);
    expect(deps.bench.exercises.size).toBe(0);
    expect(device().clamped?.exerciser?.drawMa).toBe(0);
    expect(device().breakout.loadOhm(0)).toBeUndefined();
  });
  it('feeds are read and switched; whoever was identified is asked again', async () => {
    const { deps } = shop.root;
    const state = await readSocket(deps, 'window');
    expect(state).toMatchObject({ value: { feeds: { battery: true, ignition: true } } });
    expect(deps.bench.stations.get('window')?.connected?.tag).toBe('0417');
    const feeds = { stationId: 'window', feeds: { ignition: false } };
    expect(said(await switchFeeds(deps, bench, feeds))).toBe('ok');
    expect(deps.bench.stations.get('window')?.connected).toBeUndefined();
    expect(said(await exercise())).toBe('exercise.unit.unknown');
    await switchFeeds(deps, bench, { stationId: 'window', feeds: { ignition: true } });
  });
});

describe('the donor', () => {
  it('is kept and shown, and is no evidence about the original', async () => {
    const before = (await tests()).length;
    await identified('0388', 'donor');
    expect(said(await exercise())).toBe('ok');
    expect((await tests()).length).toBe(before);
    const view = await viewOf();
    expect((await runs()).at(-1)?.unitId).toBe(view.units.donor?.id);
  });
});

describe('what was kept', () => {
  it.each([
    'update exercise_run set released = true',
    'delete from exercise_run',
    'truncate exercise_run'
  ])('%s is refused', async (sql) => {
    const client = new pg.Client({ connectionString: shop.databaseUrl });
    await client.connect();
    await expect(client.query(sql)).rejects.toThrow();
    await client.end();
  });
});
