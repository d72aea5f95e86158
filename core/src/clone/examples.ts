import type { CloneMethod } from '../profile/profile.ts';
import { readPlan, type ClonePlan } from './plan.ts';

/** A region that is copied as it was read. */
interface Copy {
  readonly regionId: string;
  readonly lengthBytes: number;
  readonly sha256: string;
}

/** For tests: a plan that copies whole regions. */
export function planOfCopies(method: CloneMethod, copies: readonly Copy[]): ClonePlan {
  const lines = copies.map((c) => ({ ...c, regionName: c.regionId, readId: `read ${c.regionId}` }));
  return readPlan({ method, family: 'F', lines } as unknown as ClonePlan);
}
