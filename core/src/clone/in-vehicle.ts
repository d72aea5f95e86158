import type { PlanLine, PlanSource } from './plan.ts';

/** What is seen in the vehicle of a unit that does not do there what it should. */
export const VEHICLE_SIGNS = [
  'cranks-no-start',
  'starts-and-dies',
  'memory-fault',
  'vin-fault',
  'other-fault'
] as const;

export type VehicleSign = (typeof VEHICLE_SIGNS)[number];

/** What was in the unit when it was tried in its vehicle, region by region. */
export interface TriedContent {
  readonly regionId: string;
  /** Of what was written. */
  readonly sha256: string;
  /** Contents that it was made of. */
  readonly sources: readonly Pick<PlanSource, 'from' | 'sha256'>[];
}

/** What a person told of a proven write: the unit does its work in the vehicle, or it does not. */
export interface InVehicleFact {
  /** The write. */
  readonly operationId: string;
  readonly outcome: 'runs' | 'fails';
  /** Empty where it runs. */
  readonly signs: readonly VehicleSign[];
  readonly note: string;
  readonly contents: readonly TriedContent[];
}

/** What of a plan is kept with what was told of it. */
export function triedContents(lines: readonly PlanLine[]): TriedContent[] {
  return lines.map(({ regionId, sha256, sources }) => ({
    regionId,
    sha256,
    sources: sources.map((s) => ({ from: s.from, sha256: s.sha256 }))
  }));
}

/** The last word about a write; undefined where nobody said anything. `told`: oldest first. */
export function lastWordOn<F extends InVehicleFact>(
  told: readonly F[],
  operationId: string | undefined
): F | undefined {
  return told.findLast((t) => t.operationId === operationId);
}

/** What failed in the vehicle and was not taken back since: of each write the last word. */
export function failuresOf<F extends InVehicleFact>(told: readonly F[]): F[] {
  return told.filter((t) => t.outcome === 'fails' && lastWordOn(told, t.operationId) === t);
}

const named = (lines: readonly Pick<TriedContent, 'regionId' | 'sha256'>[]) =>
  lines
    .map((l) => `${l.regionId} ${l.sha256}`)
    .sort()
    .join();

/**
 * What counts of a proven write: the last word on it. Where nobody has said anything yet, a failure of just its content counts, for writing it once more changes
 * nothing; undefined where the last word on that content was that it runs. `told`: of writes of the same unit, oldest first.
 */
export function wordFor<F extends InVehicleFact>(
  told: readonly F[],
  write: {
    readonly operationId: string;
    readonly lines: readonly Pick<TriedContent, 'regionId' | 'sha256'>[];
  }
): F | undefined {
  const own = lastWordOn(told, write.operationId);
  if (own || write.lines.length === 0) return own;
  const before = told.findLast((t) => named(t.contents) === named(write.lines));
  return before?.outcome === 'fails' ? before : undefined;
}

/** The write that failed in the vehicle with just this content, region by region; undefined where none did. */
export function failureOfContent<F extends InVehicleFact>(
  told: readonly F[],
  lines: readonly Pick<TriedContent, 'regionId' | 'sha256'>[]
): F | undefined {
  if (lines.length === 0) return undefined;
  return failuresOf(told).findLast((t) => named(t.contents) === named(lines));
}
