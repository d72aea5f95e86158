import type { StationBench } from '../../bench/station-bench.ts';
import type { SupplyTrip } from '../../bench/supply-watch.ts';
import { storeProblem } from '../../db/pg-errors.ts';
import type { Deps } from '../../deps.ts';
import { findLatestAtStation } from '../../repositories/connections.ts';
import { appendEvent } from '../../repositories/events.ts';
import { findJob } from '../../repositories/jobs.ts';

interface Victim {
  readonly jobId: string;
  /** The unit that is known to hang there, or the one that was connected last. */
  readonly unit: { readonly unit: string } | { readonly connectedLast: string };
  readonly person: { readonly id: string; readonly name: string };
}

/**
 * Writes into the record of the job that an output was switched off, and why: of the unit that is worked on or was identified, else
 * of the one that was connected last at the station, which is said to be no more than that. The output is off whether or not this can be stored.
 */
export async function recordTrip(
  deps: Deps,
  station: StationBench,
  { judgement }: SupplyTrip
): Promise<void> {
  try {
    const victim = await findVictim(deps, station);
    if (!victim) return;
    const { jobId, unit, person } = victim;
    await appendEvent(deps.db, {
      ...{ jobId, person, kind: 'supply.tripped' },
      data: { ...unit, station: station.row.id, why: judgement.code, ...judgement.params }
    });
  } catch (error) {
    deps.log.warn({ problem: storeProblem(error).code }, 'a supply trip is not on record');
  }
}

async function findVictim(deps: Deps, station: StationBench): Promise<Victim | undefined> {
  const live = deps.bench.running.get(station.row.id);
  if (live) {
    // what a chip programmer or a vehicle feeds does not hang on this supply
    const { jobId, tag: unit, person, benchFeeds } = live.spec;
    return benchFeeds ? { jobId, unit: { unit }, person } : undefined;
  }
  const { connected } = station;
  if (connected?.benchFeeds)
    return { jobId: connected.jobId, unit: { unit: connected.tag }, person: connected.person };
  const last = await findLatestAtStation(deps.db, station.row.id);
  const job = last && (await findJob(deps.db, last.jobNumber));
  if (!last || !job || job.closedAt) return undefined;
  const { jobId, tag, personId: id, personName: name } = last;
  // nobody has read its chip id: that it is this one is not known
  return { jobId, unit: { connectedLast: tag }, person: { id, name } };
}
