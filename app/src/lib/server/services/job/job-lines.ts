import { findWaiting } from '@badger/core/gates/waiting';
import { STAGES, type Stage } from '@badger/core/job/stages';
import type { JobLine } from '../../../job-line-types.ts';
import type { Deps } from '../../deps.ts';
import {
  countJobs,
  listJobs,
  searchJobs,
  type JobSorting,
  type Page
} from '../../repositories/jobs.ts';
import { buildJobViews } from './job-view.ts';

/** Most that a filtered list shows. */
const MOST_FOUND = 200;

export interface JobList {
  readonly lines: readonly JobLine[];
  /** How many there are in all, or were found (at most {@link MOST_FOUND}). */
  readonly total: number;
}

/** Jobs with the verdict of every stop, what comes next and for whom it waits, for the lists. */
export async function listJobLines(
  deps: Deps,
  {
    text = '',
    openOnly = false,
    page,
    sorting
  }: { text?: string; openOnly?: boolean; page?: Page; sorting?: JobSorting | undefined }
): Promise<JobList> {
  const found =
    text === '' ? undefined : await searchJobs(deps.db, text, { limit: MOST_FOUND, sorting });
  const jobs = found
    ? page
      ? found.slice(page.offset, page.offset + page.limit)
      : found
    : await listJobs(deps.db, { openOnly, sorting, ...(page ? { page } : {}) });
  const views = await buildJobViews(deps, jobs);
  const lines = views.map((view): JobLine => ({
    number: view.job.number,
    customer: view.job.customer,
    vehicle: view.job.vehicle,
    vinEnd: view.job.vin.slice(-7),
    family: view.job.familyId,
    promisedAt: view.job.promisedAt,
    closedAt: view.job.closedAt,
    verdicts: STAGES.map((s: Stage) => view.line[s].verdict),
    nextStage: view.next.stage,
    next: view.next.judgement,
    waitsFor: findWaiting({
      closed: view.job.closedAt !== null,
      next: view.next,
      states: view.states
    }),
    lastScan: view.records.vehicleScan && {
      faults: view.records.vehicleScan.faultCount,
      silent: view.records.vehicleScan.silentCount
    }
  }));
  const total = found?.length ?? (page ? await countJobs(deps.db, openOnly) : lines.length);
  return { lines, total };
}
