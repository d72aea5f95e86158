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

/** What was told of a write, newest first. */
export interface ToldInVehicleData {
  readonly operationId: string;
  readonly outcome: 'runs' | 'fails';
  readonly signs: readonly VehicleSign[];
  readonly note: string;
  readonly at: Date;
  readonly personName: string;
}
