import { formatDuration } from '@badger/core/base/format';
import { findGravest, type Judgement, type Verdict } from '@badger/core/base/verdict';
import type { PlanData, PlannedJob } from '$lib/plan-types.ts';

/** A job that misses its promise or waits for something, named once. */
export interface TroubledJob {
  readonly number: number;
  readonly customer: string;
  readonly state: 'late' | 'waits';
  readonly verdict: Verdict;
  /** How late, in words; empty when it is not. */
  readonly late: string;
  /** What to read: what saves a late job, else the gravest thing that it waits for. */
  readonly says: readonly Judgement[];
  /** How many more reasons its own page has. */
  readonly more: number;
}

/** Jobs in trouble, the gravest first: those that never end, the latest, then what is held, then what is to be looked at. */
export function viewTroubled(plan: PlanData): TroubledJob[] {
  return plan.jobs
    .filter((j) => j.late || j.waits.length > 0 || j.unplaced.length > 0)
    .sort((a, b) => weightOf(b) - weightOf(a) || a.number - b.number)
    .map((job): TroubledJob => {
      const reasons = [...job.unplaced, ...job.waits];
      const gravest = findGravest(reasons);
      const saves = job.late?.saves ?? [];
      // without advice the reason is what there is to say
      const says = saves.length > 0 ? saves : gravest ? [gravest] : [];
      return {
        ...{ number: job.number, customer: job.customer, says },
        state: job.late ? 'late' : 'waits',
        verdict: job.late ? 'stop' : (gravest?.verdict ?? 'look'),
        late: lateWords(job),
        more: reasons.length - (saves.length > 0 || !gravest ? 0 : 1)
      };
    });
}

function lateWords({ late }: PlannedJob): string {
  if (!late) return '';
  return late.minutes === undefined
    ? 'the promise cannot be kept'
    : `${formatDuration(late.minutes * 60)} late`;
}

/** Late weighs more than held, held more than a look. */
function weightOf(job: PlannedJob): number {
  if (job.late) return 1e9 + (job.late.minutes ?? 1e9);
  const stop = [...job.unplaced, ...job.waits].some((w) => w.verdict === 'stop');
  return stop ? 2 : 1;
}
