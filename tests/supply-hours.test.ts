// The trace of a supply over hours: written down while its output is on, kept over a cut line, and told with what happened.
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { packPoints } from '@badger/core/supply/trace-bytes';
import type { TracePoint } from '@badger/core/supply/thin-trace';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import {
  deleteSupplyPieces,
  insertSupplyPieces,
  listSupplyPieces
} from '../app/src/lib/server/repositories/supply-pieces.ts';
import { storePieces } from '../app/src/lib/server/services/kit/keep-supply-trace.ts';
import {
  describeSupplyHours,
  listReadings
} from '../app/src/lib/server/services/kit/supply-hours.ts';
import { setSupply } from '../app/src/lib/server/services/operation/set-supply.ts';
import { makeShop, powerUp, runToEnd, until, type Shop } from './support/shop.ts';

let shop: Shop;
let bench: Person;
beforeAll(async () => {
  shop = await makeShop();
  bench = await shop.person('bench');
});
afterAll(() => shop.close());
const deps = () => shop.root.deps;
const nowMs = () => deps().clock.now().getTime();
const recorder = () => {
  const found = deps().bench.recorders.get('window');
  if (!found) throw new Error('no recorder');
  return found;
};
async function hours(fromMs: number, toMs: number, stationId = 'window') {
  const told = await describeSupplyHours(deps(), { stationId, fromMs, toMs });
  if (!told.ok) throw new Error(told.problem.code);
  return told.value;
}

describe('what a supply gave', () => {
  let begunMs = 0;
  it('is told while it happens: marks, readings at ten a second, limit, work with its band', async () => {
    begunMs = nowMs();
    await powerUp(shop, 'window', '0417');
    await runToEnd(shop, bench, {
      ...{ kind: 'identify', jobNumber: 2031, stationId: 'window', role: 'original' }
    });
    await setSupply(deps(), bench, { stationId: 'window', settings: { limitMa: 2500 } });
    await until(() => recorder().unsaved.flatMap((p) => p.points).length > 20);
    await setSupply(deps(), bench, { stationId: 'window', settings: { on: false } });
    const told = await hours(begunMs, nowMs() + 1000);
    expect(told.marks.map((m) => m.kind)).toEqual(['on', 'set', 'off']);
    expect(told.limits.map((l) => l.limitMa).slice(-2)).toEqual([2500, undefined]);
    expect(told.work).toMatchObject([
      { kind: 'identify', tag: '0417', jobNumber: 2031, state: 'done' }
    ]);
    const band = told.work[0]?.band;
    expect(band?.minMa).toBeGreaterThan(0);
    expect(told.most?.ma).toBeGreaterThanOrEqual(band?.minMa ?? Infinity);
    // the reading that shows the output off is no dip
    expect(told.least?.mv).toBeGreaterThan(12_000);
    const moments = told.runs.flat().map((p) => p.atMs);
    expect(moments).toEqual(moments.toSorted((a, b) => a - b));
    expect((await hours(begunMs, nowMs() + 1000, 'corner')).readings).toBe(0);
  });

  it('is the same once it is stored, also when the answer of the database was lost and it is stored again', async () => {
    const before = await hours(begunMs, nowMs() + 1000);
    recorder().seal();
    const pieces = recorder().finished();
    expect(pieces.length).toBeGreaterThan(0);
    // taken, and the answer lost: the recorder still has it
    const lost = { ...deps().db, insert: lostAnswer(deps().db) } as never;
    await expect(storePieces({ db: lost }, 'window', recorder())).rejects.toThrow('line cut');
    const between = await hours(begunMs, before.toMs);
    expect(between).toEqual({ ...before, toMs: between.toMs });
    await storePieces(deps(), 'window', recorder());
    expect(recorder().unsaved).toEqual([]);
    expect(await hours(begunMs, before.toMs)).toEqual(before);
  });

  it('an hour that nobody can ask for is refused', async () => {
    const ask = async (fromMs: number, toMs: number, stationId = 'window') => {
      const told = await listReadings(deps(), { stationId, fromMs, toMs });
      return told.ok ? 'ok' : told.problem.code;
    };
    const end = nowMs();
    expect(await ask(end - 86_400_000, end)).toBe('ok');
    expect(await ask(end - 86_400_001, end)).toBe('supply.hours.stretch');
    for (const [from, to] of [
      [end, end],
      [NaN, end],
      [end, Infinity],
      [-5, 5],
      [1e18, 1e18 + 5]
    ] as const)
      expect(await ask(from, to)).toBe('supply.hours.stretch');
    expect(await ask(0, 1, 'nowhere')).toBe('station.id.unknown');
  });
});

/** Inserts, and then fails as if the answer never came. */
function lostAnswer(db: Shop['root']['deps']['db']) {
  return (table: never) => ({
    values: (rows: never) => ({
      onConflictDoNothing: async () => {
        await db.insert(table).values(rows).onConflictDoNothing();
        throw new Error('line cut');
      }
    })
  });
}

describe('eight hours of two stations', () => {
  const HOURS_MS = 8 * 3_600_000;
  /** Yesterday: what is older than thirty days is let go at once. */
  let startMs = 0;
  const piece = (stationId: string, minute: number, peakMa?: number) => {
    const from = startMs + minute * 60_000;
    const points: TracePoint[] = Array.from({ length: 600 }, (_, i) => ({
      ...{ atMs: from + i * 100, mv: 13_500, ma: i === 301 ? (peakMa ?? 900) : 900 }
    }));
    return {
      ...{ id: crypto.randomUUID(), stationId, marks: [], limitMa: 3000 },
      ...{ startedAt: new Date(from), endedAt: new Date(from + 59_900) },
      points: packPoints(points, from)
    };
  };
  beforeAll(async () => {
    startMs = Math.floor(nowMs() / 60_000) * 60_000 - 24 * 3_600_000;
    for (const station of ['window', 'corner'])
      for (let hour = 0; hour < 8; hour++)
        await insertSupplyPieces(
          deps().db,
          Array.from({ length: 60 }, (_, m) => {
            const peak = station === 'window' && hour === 5 && m === 17 ? 9876 : undefined;
            return piece(station, hour * 60 + m, peak);
          })
        );
  });

  it('one reading of ten amperes among 288 000 is still there, at its moment', async () => {
    const told = await hours(startMs, startMs + HOURS_MS);
    expect(told.readings).toBe(288_000);
    expect(told.runs).toHaveLength(1);
    const points = told.runs.flat();
    expect(points.length).toBeLessThanOrEqual(1800);
    const peak = points.find((p) => p.ma === 9876);
    expect(peak?.atMs).toBe(startMs + (5 * 60 + 17) * 60_000 + 30_100);
    expect(told.limits).toEqual([{ atMs: startMs, limitMa: 3000 }]);
    expect((await hours(startMs, startMs + HOURS_MS, 'corner')).most?.ma).toBe(900);
  });

  it('a stretch cuts pieces where it begins and ends', async () => {
    const told = await listReadings(deps(), {
      ...{ stationId: 'window', fromMs: startMs + 30_000, toMs: startMs + 90_000 }
    });
    expect(told.ok && told.value.map((p) => p.atMs - startMs)).toEqual(
      Array.from({ length: 600 }, (_, i) => 30_000 + i * 100)
    );
  });

  it('what is old is let go, and nothing else', async () => {
    await deleteSupplyPieces(deps().db, new Date(startMs + 60 * 60_000));
    const left = await listSupplyPieces(deps().db, {
      ...{ stationId: 'window', from: new Date(startMs), to: new Date(startMs + HOURS_MS) }
    });
    expect(left).toHaveLength(420);
  });
});
