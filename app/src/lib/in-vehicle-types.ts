import type { Alternate } from '@badger/core/clone/rank-alternates';
import type { UnitRole } from '@badger/core/job/roles';
import type { VehicleSign } from '@badger/core/clone/in-vehicle';

/** What could be written of one region instead of what failed in the vehicle; the most promising first. */
export interface AlternatesData {
  readonly role: UnitRole;
  readonly regionId: string;
  readonly regionName: string;
  /** Reads that hold what was written from. */
  readonly usedReads: readonly number[];
  /** `taken`: it is what would be written now. */
  readonly alternates: readonly (Alternate & {
    readonly readId: string;
    readonly taken: boolean;
  })[];
}

/** One write of a job, for its record. */
export interface WrittenData {
  readonly operationId: string;
  /** What was meant, by region; empty for a unit’s own content. */
  readonly contents: readonly {
    readonly name: string;
    readonly lengthBytes: number;
    readonly sha256: string;
  }[];
  /** Oldest first. */
  readonly told: readonly ToldInVehicleData[];
}

/** What was told of a write in its vehicle. */
export interface ToldInVehicleData {
  readonly operationId: string;
  readonly outcome: 'runs' | 'fails';
  readonly signs: readonly VehicleSign[];
  readonly note: string;
  readonly at: Date;
  readonly personName: string;
}
