import type { Judgement } from '../base/verdict.ts';
import type { SupplyReading } from '../electrical/judge-supply.ts';
import type { SupplyNeed } from '../profile/profile.ts';

export type Role = 'bench' | 'lead' | 'desk' | 'trainee';
export type UnitRole = 'original' | 'donor';

/** The unit whose chip id was read at this station since its supply came on. */
export interface ConnectedUnit {
  readonly chipId: string;
  readonly family: string;
}

/** One region of the job, as the gates see it. */
export interface RegionGateFact {
  readonly name: string;
  /** Content of the original that is trusted now. */
  readonly trustedSha256: string | undefined;
  /** Content that the built clone image would write. */
  readonly cloneSha256: string | undefined;
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
  /** Undefined when the family has no way in that the bench can drive. */
  readonly need: SupplyNeed | undefined;
  readonly supply: SupplyReading | undefined;
  /** Free space where the database keeps its data, undefined where nobody can see it, and what one read may take. */
  readonly room: { readonly freeBytes: number | undefined; readonly needBytes: number };
  readonly stationBusy: boolean;
  readonly connected: ConnectedUnit | undefined;
  readonly originalChipId: string | undefined;
  readonly donorChipId: string | undefined;
  readonly donorTag: string | undefined;
  /** Names of the identity fields that must be equal and are not. */
  readonly donorMismatches: readonly string[];
  /** The donor carries the vehicle's VIN and the original does not: they were taken for each other. */
  readonly unitsSwapped: boolean;
  readonly regions: readonly RegionGateFact[];
}

/** A rule looks at the facts and says one thing. */
export type GateRule = (facts: GateFacts) => Judgement;
