import { kindOf, type ProblemKind } from '@badger/core/base/problem-kind';
import { findGravest, judge, type Judgement } from '@badger/core/base/verdict';
import { JOB_ROLES } from '@badger/core/job/roles';
import { powerHeldBy } from '@badger/core/wiring/judge-connection';
import type { Deps } from '../../deps.ts';
import { planSide, type SidePlan, type ViewOfSide } from './side-plan.ts';

/** The unit of a job that was connected last, as it is wired now; undefined where nobody began to connect any. */
export function wiredNow(
  deps: Deps,
  view: ViewOfSide
): (SidePlan & { readonly tag: string }) | undefined {
  const last = [...view.records.connections].sort((a, b) => b.number - a.number)[0];
  const role = JOB_ROLES.find((r) => last && view.units[r]?.id === last.unitId);
  const side = role && planSide(deps, view, role);
  return side?.row ? { ...side, tag: view.units[role as 'original']?.tag ?? '' } : undefined;
}

/**
 * How the last unit is connected, and whether it answered when it was asked last: a unit that stayed silent since it was connected is
 * Look, whatever was ticked and measured.
 */
export function connectionNow(deps: Deps, view: ViewOfSide): Judgement | undefined {
  const wired = wiredNow(deps, view);
  return findGravest(
    [wired?.judged.verdict, silentUnit(view, wired?.row?.at)].filter((j) => j !== undefined)
  );
}

const UNHEARD: readonly ProblemKind[] = ['silent', 'broken-off', 'garbled'];

/** The last operation of the job ended because its unit did not answer, and nobody connected anything since. */
function silentUnit({ records, access }: ViewOfSide, since: Date | undefined) {
  const last = records.operations.at(-1);
  if (access?.carrier !== 'can-uds' || !last?.problem || !last.endedAt) return undefined;
  const unheard = UNHEARD.includes(kindOf(last.problem));
  if (!unheard || (since && since > last.endedAt)) return undefined;
  return judge('look', 'wire.unit.silent', { tag: last.unitTag });
}

/** What was measured on it and speaks against power. */
export function powerHeldNow(deps: Deps, view: ViewOfSide): Judgement | undefined {
  const now = wiredNow(deps, view);
  return now && powerHeldBy(now.judged);
}
