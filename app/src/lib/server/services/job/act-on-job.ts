import { fail, type Result } from '@badger/core/base/result';
import { isActive } from '@badger/core/operation/life-cycle';
import { checkRight, type Right } from '@badger/core/rights/rights';
import type { Tx } from '../../db/client.ts';
import type { Deps } from '../../deps.ts';
import { findJob, lockJob, type JobRow } from '../../repositories/jobs.ts';
import type { Person } from '../../repositories/people.ts';
import { buildJobView, type JobView } from './job-view.ts';

/** Who does something to which job, and by what right. */
export interface Act {
  readonly person: Person;
  readonly jobNumber: number;
  readonly right: Right;
}

/**
 * Does something to an open job while nobody else can: the job's row is held to the end. The pages are told afterwards.
 * Errors: `gate.person.role`, `job.number.unknown`, `gate.job.closed`, and those of `work`.
 */
export async function actOnJob<T>(
  deps: Deps,
  { person, jobNumber, right }: Act,
  work: (tx: Tx, job: JobRow) => Promise<Result<T>>
): Promise<Result<T>> {
  const may = checkRight(person.role, right);
  if (!may.ok) return may;
  const done = await deps.db.transaction(async (tx): Promise<Result<T>> => {
    const found = await findJob(tx, jobNumber);
    if (!found) return fail('job.number.unknown', { number: jobNumber });
    await lockJob(tx, found.id);
    const job = (await findJob(tx, jobNumber)) ?? found;
    return job.closedAt ? fail('gate.job.closed') : work(tx, job);
  });
  if (done.ok) deps.bench.hub.tell({ type: 'job', jobNumber });
  return done;
}

/** {@link actOnJob} with the view of the job, loaded under the lock: it shows what the one before has left. */
export function actOnView<T>(
  deps: Deps,
  act: Act,
  work: (tx: Tx, view: JobView) => Promise<Result<T>>
): Promise<Result<T>> {
  return actOnJob(deps, act, async (tx, job) => work(tx, await buildJobView(deps, job, tx)));
}

/** True while an operation of the job has not ended, in whatever process it runs. */
export function hasRunningWork(view: JobView): boolean {
  return view.operations.some((o) => isActive(o.state));
}
