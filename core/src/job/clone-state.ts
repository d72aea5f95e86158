import type { Result } from '../base/result.ts';
import { readPlan, sameRecipe, type RecipeLine } from '../clone/plan.ts';
import type { CloneMethod } from '../profile/profile.ts';
import type { CloneFact, KeptReadFact, UnitFact } from './job-rows.ts';

/** `stale`: something was built, and it is not what would be built now. */
export type CloneState = 'none' | 'stale' | 'built';

/** Files for the unit itself: what is to be written into it, or the maker's file of what is in it now; the newest of a region counts. */
export function newestFiles<R extends KeptReadFact>(
  reads: readonly R[],
  original: Pick<UnitFact, 'id'> | undefined,
  role: 'supplied' | 'stock'
): R[] {
  const own = reads.filter(
    (r) => r.role === role && r.ranges === null && r.unitId === original?.id
  );
  const regionIds = [...new Set(own.map((r) => r.regionId))];
  return regionIds.flatMap((id) => own.findLast((r) => r.regionId === id) ?? []);
}

export interface BuildNow {
  readonly method: CloneMethod;
  readonly recipe: Result<RecipeLine[]> | undefined;
  /** Of the profile. */
  readonly version: number | undefined;
  /** The image was written and read back equal: what the family says since changes nothing about that. */
  readonly proven: boolean;
}

/**
 * Is what was built last what would be built now? Where it could not be built now, what was built is not it; made by what the family said once, its rules may be
 * others now. `none` where nothing is written.
 */
export function stateOfClone(
  clone: CloneFact | undefined,
  { method, recipe, version, proven }: BuildNow
): CloneState {
  if (!clone || !recipe) return 'none';
  if (!recipe.ok) return 'stale';
  const { plan } = clone;
  // plans of old do not say by which profile they were made
  const older = plan.version !== undefined && plan.version !== version;
  if (plan.method !== method || (older && !proven)) return 'stale';
  const { lines } = readPlan(plan);
  return sameRecipe(lines, recipe.value, plan.version === undefined) ? 'built' : 'stale';
}
