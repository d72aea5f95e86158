import { fail, ok, type Result } from '@badger/core/base/result';
import { parseTestValues } from '@badger/core/proof/tests';
import type { ProofTest, Proof, Route } from '../../schema/requests.ts';
import type { Deps } from '../deps.ts';
import { appendEvent } from '../repositories/events.ts';
import { findJob, setProof, setRoute, type JobRow } from '../repositories/jobs.ts';
import type { Person } from '../repositories/people.ts';
import { insertProofTest } from '../repositories/scans.ts';
import { loadJobView } from './job-view.ts';

async function openJob(deps: Deps, number: number): Promise<Result<JobRow>> {
  const job = await findJob(deps.db, number);
  if (!job) return fail('job.number.unknown', { number });
  return job.closedAt ? fail('gate.job.closed') : ok(job);
}

/** Keeps what was measured. Errors: those of an open job, `gate.person.role`, `proof.value.*`. */
export async function recordTest(
  deps: Deps,
  person: Person,
  { jobNumber, test, values, note }: { jobNumber: number } & ProofTest
): Promise<Result<true>> {
  if (person.role === 'desk') return fail('gate.person.role', { role: person.role });
  const job = await openJob(deps, jobNumber);
  if (!job.ok) return job;
  const checked = parseTestValues(test, values);
  if (!checked.ok) return checked;
  await deps.db.transaction(async (tx) => {
    await insertProofTest(tx, {
      jobId: job.value.id,
      test,
      values: checked.value,
      note: note.trim(),
      personId: person.id
    });
    await appendEvent(tx, {
      jobId: job.value.id,
      person,
      kind: 'test.recorded',
      data: { test, ...checked.value }
    });
  });
  deps.bench.hub.tell({ type: 'job', jobNumber });
  return ok(true);
}

/** Records what was decided: is it this unit? Errors: those of an open job. */
export async function recordProof(
  deps: Deps,
  person: Person,
  options: { jobNumber: number } & Proof
): Promise<Result<true>> {
  const job = await openJob(deps, options.jobNumber);
  if (!job.ok) return job;
  await deps.db.transaction(async (tx) => {
    await setProof(tx, job.value.id, options);
    await appendEvent(tx, {
      jobId: job.value.id,
      person,
      kind: 'proof.recorded',
      data: { outcome: options.outcome, reason: options.reason }
    });
  });
  deps.bench.hub.tell({ type: 'job', jobNumber: options.jobNumber });
  return ok(true);
}

/** Records the way that was chosen, and why. Errors: those of an open job, `clone.route.closed` (not possible). */
export async function chooseRoute(
  deps: Deps,
  person: Person,
  { jobNumber, route, reason }: { jobNumber: number } & Route
): Promise<Result<true>> {
  const job = await openJob(deps, jobNumber);
  if (!job.ok) return job;
  const view = await loadJobView(deps, jobNumber);
  const left = view?.proof.cloneable.routes.find((r) => r.route === route);
  if (!left?.possible) return fail('clone.route.closed', { route });
  await deps.db.transaction(async (tx) => {
    await setRoute(tx, job.value.id, { route, reason: reason.trim() });
    await appendEvent(tx, {
      jobId: job.value.id,
      person,
      kind: 'route.chosen',
      data: { route, reason: reason.trim() }
    });
  });
  deps.bench.hub.tell({ type: 'job', jobNumber });
  return ok(true);
}
