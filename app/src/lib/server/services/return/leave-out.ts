import { fail, ok, type Result } from '@badger/core/base/result';
import { LEAST_REASON } from '@badger/core/job/close';
import { listLeftOut } from '@badger/core/return/read-return';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import type { Person } from '../../repositories/people.ts';
import { insertReturnNote } from '../../repositories/returns.ts';
import { actOnView } from '../job/act-on-job.ts';

/**
 * Leaves every step of the way back out that is open, with one reason: each says so by itself, on the papers too. What is wrong, half done or running stays, and so do faults that a scan found.
 * Errors: those of {@link actOnView}, `return.step.untold`, `return.step.settled` (nothing is open).
 */
export async function leaveOutSteps(
  deps: Deps,
  person: Person,
  { jobNumber, note }: { readonly jobNumber: number; readonly note: string }
): Promise<Result<{ steps: number }>> {
  const act = { person, jobNumber, right: 'return.waive' } as const;
  return actOnView(deps, act, async (tx, view) => {
    if (note.trim().length < LEAST_REASON)
      return fail('return.step.untold', { least: LEAST_REASON });
    const open = listLeftOut(
      view.steps.map(({ step, state }) => ({ id: step.id, does: step.does, state }))
    );
    if (open.length === 0) return fail('return.step.settled');
    for (const { id } of open)
      await insertReturnNote(tx, {
        ...{ jobId: view.job.id, stepId: id, state: 'waived', actId: null, evidence: {} },
        ...{ note: note.trim(), personId: person.id }
      });
    await appendEvent(tx, {
      ...{ jobId: view.job.id, person, kind: 'return.left-out' },
      data: { steps: open.map((s) => s.id).join(', '), note: note.trim() }
    });
    return ok({ steps: open.length });
  });
}
