import { fail, ok, type Result } from '@badger/core/base/result';
import { parseTestValues } from '@badger/core/proof/tests';
import type { ProofTest, Proof, RecordedAccess } from '../../../schema/requests.ts';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import { setProof, setAccessKind } from '../../repositories/jobs.ts';
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

/** Records the access that was chosen, and why. Errors: those of {@link actOnJob}, `clone.access.closed` (not possible). */
export async function recordAccess(
  deps: Deps,
  person: Person,
  { jobNumber, accessKind, reason }: { jobNumber: number } & RecordedAccess
): Promise<Result<true>> {
  const act = { person, jobNumber, right: 'access.choose' } as const;
  return actOnView<true>(deps, act, async (tx, view) => {
    const left = view.proof.cloneable.accesses.find((r) => r.accessKind === accessKind);
    if (!left?.possible) return fail('clone.access.closed', { accessKind });
    await setAccessKind(tx, view.job.id, { accessKind, reason: reason.trim() });
    await appendEvent(tx, {
      jobId: view.job.id,
      person,
      kind: 'route.chosen',
      data: { accessKind, reason: reason.trim() }
    });
    return ok(true);
  });
}
