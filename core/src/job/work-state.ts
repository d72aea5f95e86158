import { isUnitSilent } from '../access/unit-silent.ts';
import type { Problem } from '../base/result.ts';
import type { InVehicleFact } from '../clone/in-vehicle.ts';
import { isActive, type OperationKind, type OperationState } from '../operation/life-cycle.ts';

/** One operation of a job, as far as the state of the job rests on it. Oldest first in every list. */
export interface OperationFact {
  readonly id: string;
  readonly kind: OperationKind;
  readonly unitId: string;
  readonly state: OperationState;
  /** From when something that may change the unit's memory may have been sent; null: nothing was. */
  readonly mayHaveChangedAt: Date | null;
  readonly cloneImageId: string | null;
  /** Regions that it worked on. */
  readonly regions?: readonly { readonly regionId: string }[];
  readonly problem: Problem | null;
  readonly endedAt: Date | null;
}

/** `refuted`: read back equal, and it fails in the vehicle. */
export type WriteState = 'none' | 'active' | 'verified' | 'refuted' | 'failed' | 'interrupted';

/** Writes to one unit in this job. */
export function writesTo<T extends OperationFact>(
  operations: readonly T[],
  unitId: string | undefined
): T[] {
  return operations.filter((o) => o.kind === 'write' && o.unitId === unitId);
}

/**
 * The write that says what a unit holds: the last that runs, is done or may have changed it. One that was turned away before it touched the unit leaves
 * everything as it was, a broken write as well as a proven one. `writes`: to one unit, oldest first.
 */
export function standingWrite<T extends OperationFact>(writes: readonly T[]): T | undefined {
  return writes.findLast(
    (w) => isActive(w.state) || w.state === 'done' || w.mayHaveChangedAt !== null
  );
}

/** How the standing write stands, told by what was sent to the unit and what it was meant to hold. */
export function stateOfWrite(
  write: OperationFact | undefined,
  imageId: string | undefined,
  told?: Pick<InVehicleFact, 'outcome'>
): WriteState {
  if (!write) return 'none';
  if (isActive(write.state)) return 'active';
  // proven is what was meant then; another image since is another write
  if (write.state === 'done') {
    if (write.cloneImageId !== imageId) return 'none';
    return told?.outcome === 'fails' ? 'refuted' : 'verified';
  }
  if (!write.mayHaveChangedAt) return 'none';
  return write.state === 'interrupted' ? 'interrupted' : 'failed';
}

/** Regions of a unit whose memory a write of this job may have changed, each once. */
export function touchedRegions(
  operations: readonly OperationFact[],
  unitId: string | undefined
): string[] {
  const touched = writesTo(operations, unitId).filter((w) => w.mayHaveChangedAt);
  return [...new Set(touched.flatMap((w) => (w.regions ?? []).map((r) => r.regionId)))];
}

/** Something that changes memory was sent to some unit of the job, and no finished write of that unit followed. */
export function isLeftBroken(operations: readonly OperationFact[]): boolean {
  const units = new Set(operations.map((o) => o.unitId));
  return [...units].some((unitId) => {
    const last = operations.findLast((o) => o.unitId === unitId && o.mayHaveChangedAt !== null);
    return last !== undefined && last.state !== 'done';
  });
}

/** Reads of a unit from before anything was sent that may change its memory: only those are a way back. */
export function readsBeforeChange<T extends { readonly takenAt: Date }>(
  reads: readonly T[],
  writes: readonly OperationFact[]
): T[] {
  const touched = writes.find((w) => w.mayHaveChangedAt)?.mayHaveChangedAt;
  return reads.filter((r) => !touched || r.takenAt < touched);
}

/** Tries to identify a unit that it did not answer, since it last did, in this job. A cable that fell out is no such try. */
export function countFailedTries(operations: readonly OperationFact[], unitId: string): number {
  const ended = operations.filter((o) => o.unitId === unitId && !isActive(o.state));
  const answered = ended.findLastIndex((o) => o.state === 'done');
  return ended
    .slice(answered + 1)
    .filter((o) => o.kind === 'identify' && o.state === 'failed' && isUnitSilent(o.problem)).length;
}
