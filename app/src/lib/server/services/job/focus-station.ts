import type { Deps } from '../../deps.ts';
import type { JobRow } from '../../repositories/jobs.ts';

/** The station that a job is worked on: the one that was chosen, else the first of the shop. Undefined: the shop has none. */
export function focusStation(deps: Deps, job: Pick<JobRow, 'stationId'>): string | undefined {
  return job.stationId ?? deps.bench.stations.keys().next().value;
}
