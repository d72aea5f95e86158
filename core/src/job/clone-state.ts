import type { Result } from '../base/result.ts';
import { readPlan, sameRecipe, type RecipeLine } from '../clone/plan.ts';
import type { CloneMethod } from '../profile/profile.ts';
import type { CloneFact, KeptReadFact, UnitFact } from './job-rows.ts';

/** `stale`: something was built, and it is not what would be built now. */
export type CloneState = 'none' | 'stale' | 'built';

/** Files that are to be written into the unit itself; the newest of a region counts. */
export function newestSupplied<R extends KeptReadFact>(
  reads: readonly R[],
  original: Pick<UnitFact, 'id'> | undefined
): R[] {
  const own = reads.filter(
    (r) => r.role === 'supplied' && r.ranges === null && r.unitId === original?.id
  );
  const regionIds = [...new Set(own.map((r) => r.regionId))];
  return regionIds.flatMap((id) => own.findLast((r) => r.regionId === id) ?? []);
}

/** Is what was built last what would be built now? Where it could not be built now, what was built is not it; `none` where nothing is written. */
export function stateOfClone(
  clone: CloneFact | undefined,
  method: CloneMethod,
  recipe: Result<RecipeLine[]> | undefined
): CloneState {
  if (!clone || !recipe) return 'none';
  if (!recipe.ok) return 'stale';
  const { plan } = clone;
  const { lines } = readPlan(plan);
  return plan.method === method && sameRecipe(lines, recipe.value, plan.version === undefined)
    ? 'built'
    : 'stale';
}
