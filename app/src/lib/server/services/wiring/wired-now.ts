import type { Judgement } from '@badger/core/base/verdict';
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

/** What was measured on it and speaks against power. */
export function powerHeldNow(deps: Deps, view: ViewOfSide): Judgement | undefined {
  const now = wiredNow(deps, view);
  return now && powerHeldBy(now.judged);
}
