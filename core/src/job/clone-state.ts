import { isTrusted } from '../reads/judge-region.ts';
import type { CloneMethod, Profile } from '../profile/profile.ts';
import type { CloneFact, KeptReadFact, UnitFact } from './job-rows.ts';
import type { RegionView } from './region-state.ts';
import type { JobShape } from './shape.ts';

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

export interface CloneParts {
  readonly clone: CloneFact | undefined;
  readonly profile: Profile | undefined;
  readonly shape: JobShape;
  readonly method: CloneMethod;
  readonly supplied: readonly KeptReadFact[];
  readonly originals: readonly RegionView[];
}

/** Is what was built last what would be built now? */
export function stateOfClone({ clone, profile, shape, ...p }: CloneParts): CloneState {
  if (!clone || !profile) return 'none';
  const { lines } = clone.plan;
  if (shape.target === 'original') {
    const same = lines.every((l) =>
      p.supplied.some((s) => s.regionId === l.regionId && s.sha256 === l.sha256)
    );
    return same && lines.length === p.supplied.length ? 'built' : 'stale';
  }
  // made by another method than is chosen now
  if (clone.plan.method !== p.method) return 'stale';
  const holds = lines.every((line) => {
    const view = p.originals.find((r) => r.region.id === line.regionId);
    return view && isTrusted(view.verdict) && view.agreement.trustedSha256 === line.sha256;
  });
  return holds && lines.length === profile.regions.length ? 'built' : 'stale';
}
