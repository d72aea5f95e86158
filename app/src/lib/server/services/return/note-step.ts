import { fail, ok, type Result } from '@badger/core/base/result';
import { checkRight } from '@badger/core/rights/rights';
import { LEAST_REASON } from '@badger/core/job/close';
import type { ReturnStep } from '@badger/core/return/return-plan';
import { isSettled } from '@badger/core/return/read-return';
import { isLookedAt, isToldByPoint } from '@badger/core/return/step-acts';
import type { StepEvidence } from '../../../return-types.ts';
import type { NoteReturnStep } from '../../../schema/requests.ts';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import type { Person } from '../../repositories/people.ts';
import { insertReturnNote } from '../../repositories/returns.ts';
import { actOnView } from '../job/act-on-job.ts';
import { readPoints } from './point-evidence.ts';
import { pointFactsOf, viewSteps } from './view-return.ts';

/**
 * A person says of a step of the way back that it is done, not right, left out, or open again. What the application does itself is only said done with words how else it was,
 * and a scan is kept, not said. Errors: those of {@link actOnView}, `return.step.unknown`, `return.step.running`, `return.step.kept` (a scan), `return.step.settled` (only what is
 * done or left out is opened again, and what is half done is not left out), `return.step.untold`,
 * `gate.person.role` (to leave out, or to say done what the application does).
 */
export async function noteStep(
  deps: Deps,
  person: Person,
  { jobNumber, ...said }: NoteReturnStep & { readonly jobNumber: number }
): Promise<Result<true>> {
  const { stepId, note } = said;
  const act = { person, jobNumber, right: 'return.note' } as const;
  return actOnView<true>(deps, act, async (tx, view) => {
    const found = viewSteps(deps, view).find((v) => v.step.id === stepId);
    if (!found) return fail('return.step.unknown');
    if (found.state === 'running') return fail('return.step.running');
    // what was left half done is not waved away
    const settled = isSettled(found.state);
    if ((said.state === 'again' && !settled) || (said.state === 'waived' && found.state === 'half'))
      return fail('return.step.settled');
    const allowed = checkNote(person, found.step, said);
    if (!allowed.ok) return allowed;
    const told = readPoints(found.step, said, pointFactsOf(view));
    if (!told.ok) return told;
    const { state, evidence } = told.value;
    await insertReturnNote(tx, {
      ...{ jobId: view.job.id, stepId, state, actId: null, evidence },
      ...{ note: note.trim(), personId: person.id }
    });
    await appendEvent(tx, {
      ...{ jobId: view.job.id, person, kind: `return.${state}` },
      data: { step: found.step.fit?.name ?? stepId, note: note.trim(), ...inWords(evidence) }
    });
    return ok(true);
  });
}

/** The same for the chain of acts: who signed for what is not only a row beside it. */
function inWords(evidence: StepEvidence) {
  const { functions, exceptions, signedBy, parts, partsTo } = evidence;
  const { shown, triedMinutes, currentMa } = evidence;
  return {
    ...(shown === undefined ? {} : { shown }),
    ...(triedMinutes === undefined ? {} : { triedMinutes }),
    ...(currentMa === undefined ? {} : { currentMa }),
    ...(functions
      ? {
          functions: Object.entries(functions)
            .map((f) => f.join(' '))
            .join(', ')
        }
      : {}),
    ...(exceptions ? { exceptions: exceptions.join(', '), signedBy: signedBy ?? '' } : {}),
    ...(parts ? { parts, partsTo: partsTo ?? '' } : {})
  };
}

function checkNote(
  { role }: Person,
  { does }: ReturnStep,
  { state, note }: Pick<NoteReturnStep, 'state' | 'note'>
): Result<true> {
  if (state === 'again') return ok(true);
  if (does === 'scan' && state !== 'waived') return fail('return.step.kept');
  // that a fault stays takes more than a hand at the bench
  if (does === 'faults' && state === 'seen') return checkRight(role, 'return.waive');
  const ownWord = state === 'seen' && (isLookedAt(does) || isToldByPoint(does));
  if (!ownWord && note.trim().length < LEAST_REASON)
    return fail('return.step.untold', { least: LEAST_REASON });
  return ownWord || state === 'wrong' ? ok(true) : checkRight(role, 'return.waive');
}
