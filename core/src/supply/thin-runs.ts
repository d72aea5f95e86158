import { thinTrace, type TracePoint } from './thin-trace.ts';

/** A point further from the one before is behind a hole: nothing is drawn between them. Units: ms. Source: twenty readings at 10 Hz. */
const HOLE_MS = 2000;
/** With more runs than these, holes of the shortest kind are no longer seen on a screen. */
const MOST_RUNS = 150;
/** The fewest points that {@link thinTrace} can keep of anything. */
const LEAST = 12;

/** A trace as runs without a hole, and the shortest hole that is still one. Units: ms. */
export interface Runs<P> {
  readonly holeMs: number;
  readonly runs: readonly (readonly P[])[];
}

/**
 * A long trace in runs between its holes, each thinned without losing a peak, by its share of `most`. Where there are very many
 * holes, the shortest are closed (`holeMs` says which), so that at most `most` + 12 × 150 points come out. Points must rise in time.
 * Example: two hours, an hour without power, two hours: two runs.
 */
export function thinRuns<P extends TracePoint>(points: readonly P[], most: number): Runs<P> {
  let holeMs = HOLE_MS;
  let starts = findStarts(points, holeMs);
  while (starts.length > MOST_RUNS) {
    holeMs *= 2;
    starts = findStarts(points, holeMs);
  }
  const runs = starts.map((start, i) => {
    const run = points.slice(start, starts[i + 1] ?? points.length);
    return thinTrace(run, Math.max(LEAST, Math.floor((most * run.length) / points.length)));
  });
  return { holeMs, runs };
}

/** Where runs begin: at the first point, and at each behind a hole. */
function findStarts(points: readonly TracePoint[], holeMs: number): number[] {
  const starts = points.length > 0 ? [0] : [];
  for (let i = 1; i < points.length; i++) {
    const before = points[i - 1] as TracePoint;
    const here = points[i] as TracePoint;
    if (here.atMs - before.atMs > holeMs) starts.push(i);
  }
  return starts;
}
