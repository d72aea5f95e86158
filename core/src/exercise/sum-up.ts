import type { ExerciseSpec } from '../profile/profile.ts';
import type { TestValues } from '../proof/tests.ts';
import type { StageFinding, StageState } from './stage-finding.ts';

/** What all looks at one stage come to. */
export interface StageSum {
  readonly stage: string;
  readonly name: string;
  readonly state: StageState;
  /** The newest of each kind that learnt something, and a newer one that did not. */
  readonly findings: readonly StageFinding[];
  /** Two looks say the opposite: nothing is known. */
  readonly contradicted: boolean;
}

/**
 * Every stage of a family with what is known of it, from the newest finding of each kind of look that learnt something: one that
 * learnt nothing takes nothing away. Failed by one kind stays failed whatever another says. A stage that the self-test finds sound while the box sees nothing is not known: a lead is off, or the test is blind.
 */
export function sumUpStages(
  { inputs, outputs, selfTest }: ExerciseSpec,
  findings: readonly StageFinding[]
): StageSum[] {
  const names = new Map(
    [...(selfTest?.stages ?? []), ...inputs, ...outputs].map(({ id, name }) => [id, name])
  );
  return [...names].map(([stage, name]) => {
    const own = findings.filter((f) => f.stage === stage);
    const isNewest = (f: StageFinding, of: readonly StageFinding[]) =>
      of.findLast((later) => later.by === f.by) === f;
    const learnt = own.filter((f) => f.state !== 'unknown');
    const newest = own.filter((f) => isNewest(f, own) || isNewest(f, learnt));
    const has = (state: StageState) => learnt.some((f) => f.state === state && isNewest(f, learnt));
    const contradicted = !has('failed') && has('suspect') && has('sound');
    const state = has('failed')
      ? 'failed'
      : contradicted
        ? 'unknown'
        : has('suspect')
          ? 'suspect'
          : has('sound')
            ? 'sound'
            : 'unknown';
    return { stage, name, state, findings: newest, contradicted };
  });
}

export type ExerciseOutcome = 'stage-failed' | 'stage-suspect' | 'all-sound' | 'part-sound';

/** The whole as one result; undefined while nothing is known of any stage. */
export function outcomeOf(stages: readonly StageSum[]): ExerciseOutcome | undefined {
  const has = (state: StageState) => stages.some((s) => s.state === state);
  if (has('failed')) return 'stage-failed';
  if (has('suspect')) return 'stage-suspect';
  if (!has('sound')) return undefined;
  return has('unknown') ? 'part-sound' : 'all-sound';
}

const MOST_NAMES = 120;

/** The result as a test of the question of the cause; undefined while nothing is known. */
export function toTestValues(stages: readonly StageSum[]): TestValues | undefined {
  const outcome = outcomeOf(stages);
  if (!outcome) return undefined;
  const count = (state: StageState) => stages.filter((s) => s.state === state).length;
  const told: StageState = outcome === 'stage-failed' ? 'failed' : 'suspect';
  const names = stages.filter((s) => s.state === told).map((s) => s.name);
  return {
    ...{ outcome, failed: count('failed'), suspect: count('suspect'), sound: count('sound') },
    of: stages.length,
    stages: names.join(', ').slice(0, MOST_NAMES)
  };
}
