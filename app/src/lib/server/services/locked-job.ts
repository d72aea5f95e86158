import { fail, type Result } from '@badger/core/base/result';
import { isActive } from '@badger/core/operation/life-cycle';
import type { Tx } from '../db/client.ts';
import type { Deps } from '../deps.ts';
import { findJob, lockJob } from '../repositories/jobs.ts';
import { buildJobView, type JobView } from './job-view.ts';

/**
 * Does something to an open job while nobody else can: the job's row is held, and the view is loaded under the lock, so
 * that it shows what the one before has left. Errors: `job.number.unknown`, `gate.job.closed`, and those of `act`.
 */
export async function withLockedJob<T>(
  deps: Deps,
  jobNumber: number,
  act: (tx: Tx, view: JobView) => Promise<Result<T>>
): Promise<Result<T>> {
  return deps.db.transaction(async (tx) => {
    const found = await findJob(tx, jobNumber);
    if (!found) return fail('job.number.unknown', { number: jobNumber });
    await lockJob(tx, found.id);
    const job = (await findJob(tx, jobNumber)) ?? found;
    if (job.closedAt) return fail('gate.job.closed');
    return act(tx, await buildJobView(deps, job, tx));
  });
}

/** True while an operation of the job has not ended, in whatever process it runs. */
export function hasRunningWork(view: JobView): boolean {
  return view.operations.some((o) => isActive(o.state));
}
