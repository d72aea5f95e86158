import { fail, ok, type Result } from '@badger/core/base/result';
import { LEAST_REASON } from '@badger/core/job/close';
import { functionsOf, stateOfFunctions, type FunctionId } from '@badger/core/return/functions';
import { judgeComplaint, judgeSleep, type SleepSpec } from '@badger/core/return/recipe';
import type { NoteState } from '@badger/core/return/read-return';
import { isToldByPoint } from '@badger/core/return/step-acts';
import type { ReturnStep, StepDoes } from '@badger/core/return/return-plan';
import type { StepEvidence } from '../../../return-types.ts';
import type { NoteReturnStep } from '../../../schema/requests.ts';

/** What is said of a step, with what belongs to it. */
type Said = Omit<NoteReturnStep, 'stepId'>;

/** What of a job such a step is told by. */
export interface PointFacts {
  readonly familyKind: string | undefined;
  /** Faults that the scan after the work left, by key. */
  readonly left: readonly string[];
  /** How long the complaint takes to show; undefined: nobody could say. Units: min. */
  readonly takesMinutes: number | undefined;
  readonly sleep: SleepSpec | undefined;
}

/** What is kept of a step that is told point by point. */
export interface Told {
  readonly state: NoteState;
  readonly evidence: StepEvidence;
}

type Reads = (said: Said, facts: PointFacts) => Result<Told>;

/** How a note says what was tried. */
const NOTED = { done: 'seen', wrong: 'wrong', open: 'noted' } as const;

const READS: Partial<Record<StepDoes, Reads>> = {
  functions: ({ functions = {} }, { familyKind }) => {
    const asked = functionsOf(familyKind);
    const given = Object.keys(functions);
    if (given.length === 0 || given.some((id) => !asked.includes(id as FunctionId)))
      return fail('return.step.unshown');
    return ok({ state: NOTED[stateOfFunctions(asked, functions)], evidence: { functions } });
  },
  faults: ({ exceptions = [], signedBy = '', signature = [], note }, { left }) => {
    if (exceptions.length === 0 || exceptions.some((key) => !left.includes(key)))
      return fail('return.step.unshown');
    const reasoned = note.trim().length >= LEAST_REASON;
    if (!reasoned || signedBy.trim().length < LEAST_NAME || signature.length === 0)
      return fail('return.step.unsigned');
    const evidence = { exceptions, signedBy: signedBy.trim(), signature };
    return ok({ state: 'seen', evidence });
  },
  complaint: ({ shown, triedMinutes }, { takesMinutes }) => {
    if (shown === undefined) return fail('return.step.unshown');
    const state = NOTED[judgeComplaint(shown, triedMinutes, takesMinutes)];
    return ok({
      state,
      evidence: { shown, ...(triedMinutes === undefined ? {} : { triedMinutes }) }
    });
  },
  sleep: ({ currentMa, triedMinutes }, { sleep }) => {
    if (!sleep || currentMa === undefined || triedMinutes === undefined)
      return fail('return.step.unshown');
    const state = NOTED[judgeSleep(sleep, currentMa, triedMinutes)];
    return ok({ state, evidence: { currentMa, triedMinutes } });
  },
  'old-parts': ({ parts, partsTo = '' }) => {
    if (parts === undefined || partsTo.trim().length < LEAST_NAME)
      return fail('return.step.unshown');
    return ok({ state: 'seen', evidence: { parts, partsTo: partsTo.trim() } });
  }
};

/** Shortest name. Units: characters. */
const LEAST_NAME = 3;

/**
 * What is kept of a step that a person says is seen: nothing beside the word, but of what is told point by point. Of functions the points decide how it stands, not the word.
 * Errors: `return.step.unshown` (points are missing, or are none of this job), `return.step.unsigned`.
 */
export function readPoints(step: ReturnStep, said: Said, facts: PointFacts): Result<Told> {
  const read = READS[step.does];
  return said.state === 'seen' && isToldByPoint(step.does) && read
    ? read(said, facts)
    : ok({ state: said.state, evidence: {} });
}
