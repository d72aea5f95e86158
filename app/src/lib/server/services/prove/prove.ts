import { fail, ok, type Result } from '@badger/core/base/result';
import { parseTestValues } from '@badger/core/proof/tests';
import type { ProofTest, Proof, Route } from '../../../schema/requests.ts';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import { setProof, setRoute } from '../../repositories/jobs.ts';
import type { Person } from '../../repositories/people.ts';
import { insertProofTest } from '../../repositories/scans.ts';
import { actOnJob, actOnView } from '../job/act-on-job.ts';

/** Keeps what was measured. Errors: those of {@link actOnJob}, `proof.value.*`. */
export async function recordTest(
  deps: Deps,
  person: Person,
  { jobNumber, test, values, note }: { jobNumber: number } & ProofTest
): Promise<Result<true>> {
  const checked = parseTestValues(test, values);
  const act = { person, jobNumber, right: 'test.record' } as const;
  return actOnJob<true>(deps, act, async (tx, job) => {
    if (!checked.ok) return checked;
    await insertProofTest(tx, {
      jobId: job.id,
      test,
      values: checked.value,
      note: note.trim(),
      personId: person.id
    });
    await appendEvent(tx, {
      jobId: job.id,
      person,
      kind: 'test.recorded',
      data: { test, ...checked.value }
    });
    return ok(true);
  });
}

/** Records what was decided: is it this unit? Errors: those of {@link actOnJob}. */
export async function recordProof(
  deps: Deps,
  person: Person,
  { jobNumber, ...proof }: { jobNumber: number } & Proof
): Promise<Result<true>> {
  const act = { person, jobNumber, right: 'proof.decide' } as const;
  return actOnJob<true>(deps, act, async (tx, job) => {
    await setProof(tx, job.id, proof);
    await appendEvent(tx, {
      jobId: job.id,
      person,
      kind: 'proof.recorded',
      data: { outcome: proof.outcome, reason: proof.reason }
    });
    return ok(true);
  });
}

/** Records the way that was chosen, and why. Errors: those of {@link actOnJob}, `clone.route.closed` (not possible). */
export async function chooseRoute(
  deps: Deps,
  person: Person,
  { jobNumber, route, reason }: { jobNumber: number } & Route
): Promise<Result<true>> {
  const act = { person, jobNumber, right: 'access.choose' } as const;
  return actOnView<true>(deps, act, async (tx, view) => {
    const left = view.proof.cloneable.routes.find((r) => r.route === route);
    if (!left?.possible) return fail('clone.route.closed', { route });
    await setRoute(tx, view.job.id, { route, reason: reason.trim() });
    await appendEvent(tx, {
      jobId: view.job.id,
      person,
      kind: 'route.chosen',
      data: { route, reason: reason.trim() }
    });
    return ok(true);
  });
}
