import type { Access } from '../access/access.ts';
import type { AgedReading } from '../access/vehicle/vehicle-reading.ts';
import type { Problem } from '../base/result.ts';
import type { Judgement } from '../base/verdict.ts';
import type { UnitFeed } from '../electrical/judge-unit-feed.ts';
import type { WriteBudget } from '../electrical/write-budget.ts';
import type { SupplyReading } from '../electrical/judge-supply.ts';
import type { SupplyNeed } from '../profile/profile.ts';
import type { Role } from '../rights/rights.ts';
import type { UnitRole } from '../job/roles.ts';

/** The unit that answered at this station since it was connected. */
export interface ConnectedUnit {
  /** Undefined for a memory chip, which has no id of its own. */
  readonly chipId: string | undefined;
  /** Undefined where the memory alone does not tell. */
  readonly family: string | undefined;
  /** Tag of the unit that the person said it is. */
  readonly tag: string;
}

/** One region of the job, as the gates see it. */
export interface RegionGateFact {
  readonly name: string;
  /** Bytes of the original are written in it; undefined: all of them are. */
  readonly fromOriginal?: boolean;
  /** Content of the original that is trusted now; read before this job changed anything. */
  readonly trustedSha256: string | undefined;
  /** The maker's file of what it holds now, where nobody can read the unit: the way back instead of reads. */
  readonly stockSha256?: string | undefined;
  /** Content that the built clone image would write. */
  readonly cloneSha256: string | undefined;
  /** Newest file that is to be written into the unit itself. */
  readonly suppliedSha256: string | undefined;
  /** That file is not what this region can hold: what was found in it. */
  readonly suppliedWrong: string | undefined;
  /** Something about that file asks for a look, a checksum that does not hold: what was found. */
  readonly suppliedDoubt?: string | undefined;
  /** Two agreeing reads of the donor are kept. */
  readonly donorBackedUp: boolean;
  /** The donor's backup is the original's own content: units or files were taken for each other. */
  readonly donorEqualsOriginal: boolean;
}

/** Everything that the gates for work on a unit rest on; gathered anew at each check. */
export interface GateFacts {
  readonly personRole: Role;
  readonly family: string;
  readonly jobClosed: boolean;
  /** The job touches immobiliser or security data. */
  readonly needsAuthority: boolean;
  /** Order, proof and signature are recorded. */
  readonly authorityProven: boolean;
  /** How the station's box is linked, as the kit list says. */
  readonly boxLinks: { readonly cable: boolean; readonly radio: boolean };
  /** What carries the bytes of the job's access; `file`: the bench itself cannot work on it. */
  readonly carrier: Access['carrier'];
  /** What carries the diagnosis of the job's vehicle; undefined where nobody knows. */
  readonly vehicleLine: 'doip' | 'can' | undefined;
  /** Why the unit cannot be found in its vehicle; undefined where it can. */
  readonly vehicleGap: Problem | undefined;
  /** What the vehicle told when it was looked at last; undefined: nobody looked. */
  readonly vehicle: AgedReading | undefined;
  /** What battery and support of the vehicle are reckoned to do until the end; undefined where it does not feed the work. */
  readonly vehiclePower?: Judgement | undefined;
  /** The station has a chip programmer. */
  readonly programmer: boolean;
  /** What was measured on the connection of this unit and speaks against power; undefined: nothing did, or nothing was measured. */
  readonly connection?: Judgement | undefined;
  /** What the supply must give; undefined where the access needs none. */
  readonly need: SupplyNeed | undefined;
  /** Who feeds a unit that stays installed; undefined where only the bench can. */
  readonly feed: UnitFeed | undefined;
  readonly supply: SupplyReading | undefined;
  /** What the write takes of the supply; undefined where nothing is to be written. */
  readonly budget?: WriteBudget | undefined;
  /** Free space where the database keeps its data, undefined where nobody can see it, and what one read may take. */
  readonly room: { readonly freeBytes: number | undefined; readonly needBytes: number };
  readonly stationBusy: boolean;
  readonly connected: ConnectedUnit | undefined;
  /** The unit that the gate of a new unit or a partner is about; undefined: none is named. */
  readonly meant: { readonly tag: string; readonly chipId: string | undefined } | undefined;
  readonly originalChipId: string | undefined;
  readonly donorChipId: string | undefined;
  readonly originalTag: string | undefined;
  readonly donorTag: string | undefined;
  /** Names of the identity fields that must be equal and are not. */
  readonly donorMismatches: readonly string[];
  /** Every field that must be equal is known on both sides and holds. */
  readonly donorProven: boolean;
  /** The unit whose memory a job of this kind writes. */
  readonly target: UnitRole | undefined;
  /** Why a lead goes on without the donor's backup, where the method does not need its bytes. */
  readonly backupWaived: string | undefined;
  /** The donor carries the vehicle's VIN and the original does not: they were taken for each other. */
  readonly unitsSwapped: boolean;
  /** The regions that are written, or that are read where nothing is. */
  readonly regions: readonly RegionGateFact[];
  /** Regions of the written unit that a write of this job may have changed; undefined: none. */
  readonly touched?: readonly RegionGateFact[];
  /** Is what was built what would be built now? */
  readonly image: 'none' | 'stale' | 'built';
  /** Just what is built now failed in the vehicle before. */
  readonly failedBefore?: boolean;
  /** Why nothing could be built now. */
  readonly recipeGap?: Problem | undefined;
  /** Regions that are written and of which nobody knows how they are checked, and the word of a lead on just this image. */
  readonly unruled?: readonly string[];
  readonly consent?: string | undefined;
  /** Checksums of the built image that hold, by rule. */
  readonly sums?: number;
}

/** A rule looks at the facts and says one thing; undefined where it does not apply. */
export type GateRule = (facts: GateFacts) => Judgement | undefined;
