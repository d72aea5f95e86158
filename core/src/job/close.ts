import { fail, ok, problemOf, type Problem, type Result } from '../base/result.ts';
import type { Judgement } from '../base/verdict.ts';
import { mayDo, type Role } from '../rights/rights.ts';
import type { JobResult, JobShape } from './shape.ts';

/** What the end of a job rests on. Everything that is not known is false or zero. */
export interface CloseFacts {
  readonly shape: JobShape;
  readonly personRole: Role;
  readonly workRunning: boolean;
  /** The last write of the target read back equal, and is what is meant now. */
  readonly writeVerified: boolean;
  /** It read back equal, and somebody told that it fails in the vehicle. */
  readonly writeRefuted: boolean;
  /** Something that changes memory was sent in this job, and no verified write followed it. */
  readonly leftBroken: boolean;
  /** Every region of the original that holds secrets is read and trusted; every region where nobody has said which do. */
  readonly readsTrusted: boolean;
  /** Security data was handed over to somebody by name, who signed for it. */
  readonly handedOver: boolean;
  /** Order, proof and signature are on record. */
  readonly authorityProven: boolean;
  /** The original told what it is, or its label did. */
  readonly originalKnown: boolean;
  /** Tries to identify the original that failed since it last answered. */
  readonly failedTries: number;
  /** It was decided that the unit is not the cause. */
  readonly notTheCause: boolean;
  /** A scan of the vehicle was kept after the work. */
  readonly scannedAfter: boolean;
  /** How the steps of the way back stand together. */
  readonly returnSteps: Judgement;
}

/** Tries after which a unit that does not answer may be called dead. Source: common practice (two or three tries). */
export const TRIES_BEFORE_DEAD = 3;

/** What a result demands: the problem of what is missing, undefined when nothing is. */
type Demand = (facts: Omit<CloseFacts, 'returnSteps'>) => Problem | undefined;

const verifiedWrite: Demand = (f) => {
  if (f.writeRefuted) return problemOf('job.close.refuted');
  return f.writeVerified ? undefined : problemOf('job.close.unverified');
};

const DEMANDS: Record<JobResult, Demand> = {
  'donor-written': verifiedWrite,
  'unit-rewritten': verifiedWrite,
  'unit-recovered': verifiedWrite,
  'new-unit-taught': (f) => (f.scannedAfter ? undefined : problemOf('job.close.scan')),
  'data-handed-over': (f) => {
    if (!f.authorityProven) return problemOf('gate.authority.missing');
    // what lies in the safe is trusted, or was entered with its proof
    if (f.handedOver) return undefined;
    return problemOf(f.readsTrusted ? 'job.close.handover' : 'job.close.reads');
  },
  'unit-judged': (f) => (f.originalKnown ? undefined : problemOf('job.close.unidentified')),
  'unit-dead': ({ failedTries: tries }) =>
    tries >= TRIES_BEFORE_DEAD
      ? undefined
      : problemOf('job.close.tries', { tries, least: TRIES_BEFORE_DEAD }),
  'unit-repaired': (f) => (f.scannedAfter ? undefined : problemOf('job.close.scan')),
  'wrong-diagnosis': (f) => {
    if (f.leftBroken) return problemOf('job.close.broken');
    return f.notTheCause ? undefined : problemOf('job.close.cause');
  },
  ended: ({ personRole: role }) =>
    mayDo(role, 'job.end') ? undefined : problemOf('gate.person.role', { role, right: 'job.end' })
};

/** Results with which a vehicle goes out: every step of its way back was seen, or left out by name. */
export const GOES_OUT: readonly JobResult[] = [
  ...(['donor-written', 'unit-rewritten', 'unit-recovered'] as const),
  ...(['new-unit-taught', 'unit-repaired'] as const)
];

function stepsDemand(result: JobResult, { returnSteps }: CloseFacts): Problem | undefined {
  if (!GOES_OUT.includes(result)) return undefined;
  if (returnSteps.verdict === 'stop') return problemOf('job.close.wrong');
  return returnSteps.undone ? problemOf('job.close.steps') : undefined;
}

/** Results that say for themselves what happened; every other one is told in words. */
const TOLD_BY_ITSELF: readonly JobResult[] = ['donor-written', 'unit-rewritten', 'unit-recovered'];

/** Shortest text that counts as a reason. Units: characters. */
export const LEAST_REASON = 8;

/** Results with which a job can end, each with what still holds it. */
export function listEndings(
  facts: CloseFacts
): readonly { readonly result: JobResult; readonly missing: Problem | undefined }[] {
  return [...facts.shape.results, 'ended' as const].map((result) => ({
    result,
    missing: facts.workRunning
      ? problemOf('job.work.running')
      : (DEMANDS[result](facts) ?? stepsDemand(result, facts))
  }));
}

/** A result of the job's own kind is there, whatever the way back still asks for. */
export function isReached(facts: Omit<CloseFacts, 'personRole' | 'returnSteps'>): boolean {
  if (facts.workRunning) return false;
  const all = { ...facts, personRole: 'trainee' } as const;
  return facts.shape.results.some((result) => DEMANDS[result](all) === undefined);
}

/** True where the end is told in words. */
export function needsReason(result: JobResult): boolean {
  return !TOLD_BY_ITSELF.includes(result);
}

/**
 * May the job end so? Errors: `job.work.running`, `job.close.result` (not one of its kind), the code of what its result
 * demands, `job.close.reason` (nothing is said).
 */
export function checkClose(result: JobResult, reason: string, facts: CloseFacts): Result<true> {
  const ending = listEndings(facts).find((e) => e.result === result);
  if (!ending) return fail('job.close.result', { result });
  if (ending.missing) return { ok: false, problem: ending.missing };
  return needsReason(result) && reason.trim().length < LEAST_REASON
    ? fail('job.close.reason', { least: LEAST_REASON })
    : ok(true);
}
