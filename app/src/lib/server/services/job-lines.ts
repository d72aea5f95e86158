import { STOPS, type Stop } from '@badger/core/gates/stops';
import type { JobLine } from '../../job-line-types.ts';
import type { Deps } from '../deps.ts';
import { listJobs, searchJobs } from '../repositories/jobs.ts';
import { buildJobView } from './job-view.ts';

/** Jobs with the verdict of every stop and what comes next, for the lists. */
export async function listJobLines(
  deps: Deps,
  { text = '', openOnly = false }: { text?: string; openOnly?: boolean }
): Promise<JobLine[]> {
  const jobs = text === '' ? await listJobs(deps.db) : await searchJobs(deps.db, text, 200);
  const lines: JobLine[] = [];
  for (const job of jobs) {
    if (openOnly && job.closedAt) continue;
    const view = await buildJobView(deps, job);
    lines.push({
      number: job.number,
      customer: job.customer,
      vehicle: job.vehicle,
      vinEnd: job.vin.slice(-7),
      family: job.familyId,
      promisedAt: job.promisedAt,
      closedAt: job.closedAt,
      verdicts: STOPS.map((s: Stop) => view.line[s].verdict),
      next: view.next.judgement
    });
  }
  return lines;
}
