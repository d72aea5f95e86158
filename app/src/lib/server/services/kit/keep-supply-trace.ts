import type { StationBench } from '../../bench/station-bench.ts';
import { SupplyRecorder, type TracePiece } from '../../bench/supply-recorder.ts';
import { packPoints } from '@badger/core/supply/trace-bytes';
import type { Deps } from '../../deps.ts';
import { deleteSupplyPieces, insertSupplyPieces } from '../../repositories/supply-pieces.ts';

const ROUND_MS = 10_000;
/** Pieces that are stored in one go; more would make a long statement. */
const MOST_AT_ONCE = 60;
/** What belongs to an operation is kept with it; the rest is let go after this. Units: ms. */
export const KEPT_MS = 30 * 24 * 3_600_000;
const SWEEP_MS = 3_600_000;

/**
 * Writes down what every supply gives while its output is on. A database that is away is waited for. Gives the function that
 * stops it, and stores what is left.
 */
export function keepSupplyTraces(deps: Deps): () => Promise<void> {
  for (const station of deps.bench.stations.values()) record(deps, station);
  let sweptMs = -Infinity;
  const round = async () => {
    for (const [stationId, recorder] of deps.bench.recorders)
      await storePieces(deps, stationId, recorder);
    if (performance.now() - sweptMs < SWEEP_MS) return;
    await deleteSupplyPieces(deps.db, new Date(deps.clock.now().getTime() - KEPT_MS));
    sweptMs = performance.now();
  };
  let stopped = false;
  let timer: NodeJS.Timeout | undefined;
  let running: Promise<void> = Promise.resolve();
  const again = () => {
    timer = setTimeout(() => {
      running = round()
        .catch((error: unknown) =>
          deps.log.warn({ err: String(error) }, 'supply traces wait for the database')
        )
        .then(() => (stopped ? undefined : again()));
    }, ROUND_MS);
  };
  again();
  return async () => {
    stopped = true;
    clearTimeout(timer);
    await running;
    for (const recorder of deps.bench.recorders.values()) recorder.seal();
    if (!deps.bench.databaseAway) await round().catch(() => undefined);
  };
}

function record(deps: Deps, station: StationBench): void {
  const recorder = new SupplyRecorder(() => deps.clock.now().getTime());
  deps.bench.recorders.set(station.row.id, recorder);
  station.onSample((sample) => recorder.see(sample));
  station.onTrip((trip) => recorder.tripped(trip.judgement));
}

/** Stores what is finished; what cannot be stored stays with the recorder. */
export async function storePieces(
  deps: Pick<Deps, 'db'>,
  stationId: string,
  recorder: SupplyRecorder
): Promise<void> {
  const all = recorder.finished();
  for (let i = 0; i < all.length; i += MOST_AT_ONCE) {
    const pieces = all.slice(i, i + MOST_AT_ONCE);
    await insertSupplyPieces(
      deps.db,
      pieces.map((p) => rowOf(stationId, p))
    );
    recorder.stored(pieces);
  }
}

function rowOf(stationId: string, piece: TracePiece) {
  const { id, startMs, limitMa, points, marks } = piece;
  const endMs = Math.max(points.at(-1)?.atMs ?? startMs, marks.at(-1)?.atMs ?? startMs);
  return {
    ...{ id, stationId, startedAt: new Date(startMs), endedAt: new Date(Math.ceil(endMs)) },
    ...{ points: packPoints(points, startMs), marks: [...marks], limitMa }
  };
}
