import { fail, type Result } from '@badger/core/base/result';
import { planSupplied, planWholeImage, type ClonePlan } from '@badger/core/clone/plan';
import type { Profile } from '@badger/core/profile/profile';
import type { JobView } from '../job/job-view.ts';
import { isTrusted } from '@badger/core/reads/judge-region';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import type { Person } from '../../repositories/people.ts';
import { insertCloneImage } from '../../repositories/reads.ts';
import { actOnView, hasRunningWork } from '../job/act-on-job.ts';

/**
 * Builds the clone image of a job from the reads that are trusted now, and keeps the plan.
 * Errors: `job.number.unknown`, `gate.job.closed`, `gate.person.role`, `identify.family.unknown`,
 * `clone.region.untrusted`, `clone.method.other`, `job.work.running` (an operation of the job has not ended).
 */
export async function buildClone(
  deps: Deps,
  person: Person,
  jobNumber: number
): Promise<Result<ClonePlan>> {
  const act = { person, jobNumber, right: 'memory.build' } as const;
  return actOnView<ClonePlan>(deps, act, async (tx, view) => {
    if (hasRunningWork(view)) return fail('job.work.running');
    if (!view.profile) return fail('identify.family.unknown', { family: view.job.familyId });
    const plan = planFor(view, view.profile);
    if (!plan.ok) return plan;
    // the same content again is the same image: what was proven of it stays proven
    if (view.cloneState === 'built') return plan;
    await insertCloneImage(tx, { jobId: view.job.id, plan: plan.value, builtBy: person.id });
    await appendEvent(tx, {
      jobId: view.job.id,
      person,
      kind: 'clone.built',
      data: Object.fromEntries(plan.value.lines.map((l) => [l.regionId, l.sha256]))
    });
    return plan;
  });
}

function planFor(view: JobView, profile: Profile): Result<ClonePlan> {
  const sources = view.regions.original.map((r) => ({
    regionId: r.region.id,
    trustedSha256: isTrusted(r.verdict) ? r.agreement.trustedSha256 : undefined,
    // what was put together of reads is named by the word that took it
    readId: r.reads.find((read) => read.sha256 === r.agreement.trustedSha256)?.id ?? r.accepted?.id
  }));
  if (view.shape.target === 'donor') return planWholeImage(profile, view.method, sources);
  if (view.shape.target === undefined) return fail('gate.target.none');
  const supplied = view.supplied.map(({ regionId, sha256, id, findings }) => ({
    ...{ regionId, sha256, readId: id },
    wrong: findings.find((f) => f.severity === 'stop')?.code
  }));
  return planSupplied(profile, { own: sources, supplied });
}
