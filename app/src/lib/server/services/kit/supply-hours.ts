import { fail, ok, type Result } from '@badger/core/base/result';
import { findDrawBand } from '@badger/core/electrical/draw-band';
import { findAccessOfKey } from '@badger/core/profile/profile';
import type { SupplyMark } from '@badger/core/supply/record-supply';
import type { TracePoint } from '@badger/core/supply/thin-trace';
import { thinRuns } from '@badger/core/supply/thin-runs';
import { unpackPoints } from '@badger/core/supply/trace-bytes';
import type { StationWork, SupplyHours } from '../../../supply-types.ts';
import type { Deps } from '../../deps.ts';
import {
  listStationWork,
  listSupplyPieces,
  type StationTime
} from '../../repositories/supply-pieces.ts';

/** A screen shows no more. */
const MOST_POINTS = 1800;
/** A list of marks is read by a person. */
const MOST_MARKS = 400;
/** The longest stretch that is drawn at once, a day. Units: ms. */
export const MOST_STRETCH_MS = 24 * 3_600_000;

/** A stretch of time at a station, [fromMs, toMs), in ms since 1970. */
export interface AskedHours {
  readonly stationId: string;
  readonly fromMs: number;
  readonly toMs: number;
}

/** Every reading of a station's supply in a stretch of time. Errors: those of {@link describeSupplyHours}. */
export async function listReadings(
  deps: Deps,
  asked: AskedHours
): Promise<Result<readonly TracePoint[]>> {
  const time = checkHours(deps, asked);
  return time.ok ? ok((await gather(deps, time.value)).points) : time;
}

function checkHours({ bench }: Deps, { stationId, fromMs, toMs }: AskedHours): Result<StationTime> {
  if (!bench.stations.has(stationId)) return fail('station.id.unknown');
  const long = toMs - fromMs;
  if (!(long > 0 && long <= MOST_STRETCH_MS && isMoment(fromMs) && isMoment(toMs)))
    return fail('supply.hours.stretch');
  return ok({ stationId, from: new Date(fromMs), to: new Date(toMs) });
}

/**
 * What a station's supply gave in a stretch of time, with what happened and what was worked.
 * Errors: `station.id.unknown`, `supply.hours.stretch`.
 */
export async function describeSupplyHours(
  deps: Deps,
  asked: AskedHours
): Promise<Result<SupplyHours>> {
  const checked = checkHours(deps, asked);
  if (!checked.ok) return checked;
  const time = checked.value;
  const { points, marks, starts } = await gather(deps, time);
  const { runs, holeMs } = thinRuns(points, MOST_POINTS);
  const name = deps.bench.stations.get(asked.stationId)?.row.name ?? asked.stationId;
  return ok({
    ...{ ...asked, name, runs, holeMs },
    ...{ readings: points.length, ...endsOf(points, marks) },
    ...{ marks: marks.slice(-MOST_MARKS), markCount: marks.length },
    limits: findLimits(starts, marks),
    work: await findWork(deps, time)
  });
}

const OFF: readonly SupplyMark['kind'][] = ['off', 'found-off'];

/** A moment that the database can hold: between 1970 and the year 9999. */
const isMoment = (ms: number) => ms >= 0 && ms < 253_402_300_800_000;

/** Everything of a stretch of time, stored or not yet, in its order. */
async function gather(deps: Deps, time: StationTime) {
  const [fromMs, toMs] = [time.from.getTime(), time.to.getTime()];
  // what is not stored is looked at first: what is stored between the two looks is seen twice, and told by its id
  const unsaved = [...(deps.bench.recorders.get(time.stationId)?.unsaved ?? [])];
  const stored = await listSupplyPieces(deps.db, time);
  const known = new Set(stored.map((p) => p.id));
  const all: TracePoint[] = [];
  const marks: SupplyMark[] = [];
  const starts: Limit[] = [];
  for (const piece of stored) {
    const atMs = piece.startedAt.getTime();
    unpackPoints(piece.points, atMs, all);
    starts.push({ atMs, limitMa: piece.limitMa ?? undefined });
    marks.push(...piece.marks);
  }
  for (const { startMs, limitMa, ...piece } of unsaved.filter((p) => !known.has(p.id))) {
    for (const point of piece.points) all.push(point);
    starts.push({ atMs: startMs, limitMa });
    marks.push(...piece.marks);
  }
  const inside = ({ atMs }: { atMs: number }) => atMs >= fromMs && atMs < toMs;
  return {
    points: inOrder(all.filter(inside)),
    ...{ marks: inOrder(marks.filter(inside)), starts }
  };
}

type Limit = SupplyHours['limits'][number];

/** How the limit went: as it was when a piece began, then as the marks tell. */
function findLimits(starts: readonly Limit[], marks: readonly SupplyMark[]): Limit[] {
  // the watch's order says nothing of the limit
  const told = marks.filter((m) => m.kind !== 'trip');
  const all = [...starts, ...told.map(({ atMs, limitMa }) => ({ atMs, limitMa }))];
  const sorted = all.toSorted((a, b) => a.atMs - b.atMs);
  return sorted.filter((l, i) => i === 0 || l.limitMa !== sorted[i - 1]?.limitMa);
}

/** A clock that was set back makes pieces overlap. */
function inOrder<T extends { atMs: number }>(list: readonly T[]): readonly T[] {
  const rises = list.every((p, i) => i === 0 || p.atMs >= (list[i - 1] as T).atMs);
  return rises ? list : list.toSorted((a, b) => a.atMs - b.atMs);
}

/** The ends of what flowed while the output was on; a reading that shows it off is none of it. */
function endsOf(
  points: readonly TracePoint[],
  marks: readonly SupplyMark[]
): Pick<SupplyHours, 'most' | 'least'> {
  const off = new Set(marks.filter((m) => OFF.includes(m.kind)).map((m) => m.atMs));
  let [highMv, highMa, lowMv] = [-Infinity, -Infinity, Infinity];
  for (const { atMs, mv, ma } of points) {
    if (off.has(atMs)) continue;
    highMv = Math.max(highMv, mv);
    highMa = Math.max(highMa, ma);
    lowMv = Math.min(lowMv, mv);
  }
  if (lowMv === Infinity) return { most: undefined, least: undefined };
  return { most: { mv: highMv, ma: highMa }, least: { mv: lowMv } };
}

async function findWork(deps: Deps, time: StationTime): Promise<StationWork[]> {
  const rows = await listStationWork(deps.db, time);
  return rows.flatMap((row) => {
    if (!row.startedAt) return [];
    const profile = deps.profiles.get(row.familyId);
    const access = profile && findAccessOfKey(profile, row.accessKey ?? undefined);
    const band = access && findDrawBand(access, row.kind);
    return {
      ...{ kind: row.kind, state: row.state, tag: row.tag, jobNumber: row.jobNumber },
      ...{ fromMs: row.startedAt.getTime(), toMs: row.endedAt?.getTime() },
      band: band && { minMa: band.minMa, maxMa: band.maxMa }
    };
  });
}
