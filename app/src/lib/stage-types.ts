import type { MoneyData } from './paper-types.ts';
import type { PostData } from './post-types.ts';
import type { Readiness } from '@badger/core/kit/readiness';
import type { Profile } from '@badger/core/profile/profile';
import type { ScanChange } from '@badger/core/scan/compare-scans';
import type { PhotoData, ScanHead } from './job-types.ts';
import type { AlternatesData, ToldInVehicleData } from './in-vehicle-types.ts';
import type { FileOrderData } from './file-order-types.ts';
import type { ExerciseData } from './exercise-types.ts';
import type { CausesData, DeskData, NetworkData, WiringData } from './wiring-types.ts';
import type { ReturnData } from './return-types.ts';
import type { MatchSheetData, AccessSheetData } from './match-types.ts';

/** What only one stage shows; everything that another stage shows is empty. */
export interface StageExtras {
  readonly photos: readonly PhotoData[];
  readonly readiness: Readiness | undefined;
  /** Earlier jobs of the same vehicle. */
  readonly earlier: readonly { number: number; complaint: string; closed: boolean }[];
  /** Other jobs that the units served in. */
  readonly served: readonly { tag: string; number: number; role: string }[];
  readonly scans: readonly ScanHead[];
  /** What became of the faults of the first pre-scan in the newest scan of the vehicle. */
  readonly changes: readonly ScanChange[];
  /** What was quoted, and what it came to; undefined where nothing was. */
  readonly money: MoneyData | undefined;
  /** Of a unit that came by post. */
  readonly post: PostData | undefined;
  readonly profile: Profile | undefined;
  /** Numbers on the labels of the units, by role. */
  readonly labels: Readonly<Record<string, Readonly<Record<string, string>>>>;
  readonly match: MatchSheetData | undefined;
  readonly accesses: AccessSheetData | undefined;
  /** How each unit is connected and fed. */
  readonly wiring: readonly WiringData[];
  /** Why units did not do what was asked. */
  readonly causes: readonly CausesData[];
  readonly network: NetworkData | undefined;
  readonly desk: DeskData | undefined;
  /** How units of the job are exercised on the bench. */
  readonly exercises: readonly ExerciseData[];
  /** What was ordered of the file service and is not there. */
  readonly fileOrders: readonly FileOrderData[];
  /** The way back, step by step. */
  readonly wayBack: ReturnData | undefined;
  /** What could be written instead of what failed in the vehicle. */
  readonly alternates: readonly AlternatesData[];
  /** What the vehicle says of the last write: told of it, or of just its content in this unit before. */
  readonly inVehicle: ToldInVehicleData | undefined;
}

export const NO_EXTRAS: StageExtras = {
  photos: [],
  readiness: undefined,
  earlier: [],
  served: [],
  scans: [],
  changes: [],
  money: undefined,
  post: undefined,
  profile: undefined,
  labels: {},
  match: undefined,
  accesses: undefined,
  wiring: [],
  causes: [],
  network: undefined,
  desk: undefined,
  exercises: [],
  fileOrders: [],
  wayBack: undefined,
  alternates: [],
  inVehicle: undefined
};
