import type { DonorCheck } from '@badger/core/match/judge-donor';
import type { Judgement } from '@badger/core/base/verdict';
import type { Problem, Result } from '@badger/core/base/result';
import type { RegionParts } from '@badger/core/clone/parts';
import type { ClonePlan } from '@badger/core/clone/plan';
import type { CloneMethod } from '@badger/core/profile/profile';
import type { GateFacts } from '@badger/core/gates/facts';
import type { ToldAfter, Writes } from '@badger/core/operation/writes';
import type { UnitRole } from '@badger/core/job/roles';
import type { JobResult } from '@badger/core/job/shape';
import type { Stage } from '@badger/core/job/stages';
import type { Finding } from '@badger/core/image/finding';
import type { CauseStanding, Evidence } from '@badger/core/proof/cause';
import type { AccessLeft } from '@badger/core/proof/cloneable';
import type { Condition, PlannedTest } from '@badger/core/proof/assess-cause';
import type { TestId } from '@badger/core/proof/tests';
import type { BenchFault } from '@badger/core/scan/bench-faults';
import type { ScanGroup } from '@badger/core/scan/read-scan';
import type { ScannedUnit } from '@badger/core/scan/scan';
import type { TrustSummary } from '@badger/core/trust/summary';
import type { Range } from '@badger/core/image/range';

export interface SupplyFiguresData {
  readonly minMv: number;
  readonly maxMv: number;
  readonly minMa: number;
  readonly maxMa: number;
  readonly meanMa: number;
  readonly limitMa: number;
}

export interface ReadData {
  readonly id: string;
  readonly number: number;
  readonly name: string;
  readonly sha256: string;
  readonly lengthBytes: number;
  readonly source: 'bench' | 'file';
  readonly sourceName: string;
  readonly takenAt: Date;
  readonly personName: string;
  readonly operationId: string | null;
  readonly supply: SupplyFiguresData | null;
  readonly trust: 'full' | 'half' | 'broken';
}

export interface DifferenceData {
  readonly first: number;
  readonly second: number;
  readonly differingBytes: number;
  readonly bitsLost: number;
  readonly bitsGained: number;
  readonly ranges: readonly Range[];
  readonly cut: boolean;
}

export interface RegionData {
  readonly id: string;
  readonly name: string;
  readonly address: number;
  readonly lengthBytes: number;
  /** How this bench reads it: by the job's own access, by another one of the family, or not at all. */
  readonly readBy: { readonly name: string; readonly own: boolean } | null;
  readonly reads: readonly ReadData[];
  readonly state: 'none' | 'single' | 'trusted' | 'disputed';
  readonly agreeing: readonly number[];
  readonly total: number;
  readonly findings: readonly Finding[];
  readonly differences: readonly DifferenceData[];
  /** What the bytes of the reads show; undefined without a read, or where they could not be looked at. */
  readonly trust: TrustSummary | undefined;
  readonly verdict: Judgement;
  /** Security data of the region read alone; undefined where the access does not give it away so and none was kept. */
  readonly secrets: SecretsData | undefined;
}

/** Security data of one region, read without the rest of it. */
export interface SecretsData {
  /** What it is, in words. */
  readonly names: readonly string[];
  readonly lengthBytes: number;
  /** The access of the job reads it. */
  readonly readable: boolean;
  readonly reads: readonly ReadData[];
  readonly state: RegionData['state'];
  readonly agreeing: readonly number[];
  readonly total: number;
  readonly findings: readonly Finding[];
  readonly verdict: Judgement | undefined;
}

export interface UnitData {
  readonly tag: string;
  readonly family: string;
  readonly chipId: string | null;
  readonly place: string;
  readonly condition: string;
  readonly numbers: readonly {
    readonly id: string;
    readonly name: string;
    readonly value: string;
  }[];
  readonly identifiedAt: Date | null;
}

export interface OperationData {
  readonly id: string;
  readonly kind: 'identify' | 'read' | 'write';
  readonly role: UnitRole;
  readonly unitTag: string;
  readonly stationId: string;
  readonly regionId: string | null;
  readonly writes: Writes;
  readonly after: ToldAfter | null;
  /** Its memory may have been changed. */
  readonly touched: boolean;
  readonly state: string;
  readonly regions: readonly {
    readonly regionId: string;
    readonly name: string;
    readonly lengthBytes: number;
    readonly phase: string;
    readonly doneBytes: number;
  }[];
  readonly problem: Problem | null;
  readonly meaning: string | null;
  readonly personName: string;
  readonly startedAt: Date | null;
  readonly endedAt: Date | null;
}

/** A scan without its units. */
export interface ScanHead {
  readonly number: number;
  readonly kind: 'pre' | 'post' | 'cleared' | 'bench' | 'typed';
  readonly name: string;
  readonly source: string;
  readonly vehicleVin: string | null;
  readonly batteryMv: number | null;
  readonly unitCount: number;
  readonly silentCount: number;
  readonly faultCount: number;
  readonly brokenOff: string | null;
  readonly endedAt: Date;
  readonly personName: string;
}

export interface AuthorityData {
  readonly orderedBy: string;
  readonly proofKind: string;
  readonly proofNumber: string;
  readonly photoId: string | null;
  readonly signature: readonly (readonly (readonly number[])[])[];
  readonly at: Date;
  readonly personName: string;
}

export interface ProofData {
  readonly groups: readonly ScanGroup[];
  readonly suspectState: string | undefined;
  readonly evidence: readonly Evidence[];
  readonly standings: readonly CauseStanding[];
  readonly tests: readonly PlannedTest[];
  readonly next: TestId | undefined;
  readonly conditions: readonly Condition[];
  readonly verdict: Judgement;
  readonly customer: string;
  readonly benchFaults: readonly BenchFault[];
  readonly cloneable: {
    readonly verdict: Judgement;
    readonly accesses: readonly AccessLeft[];
  };
  readonly vehicleScan: (ScanHead & { readonly units: readonly ScannedUnit[] }) | undefined;
  readonly benchScan: (ScanHead & { readonly units: readonly ScannedUnit[] }) | undefined;
}

export interface JobData {
  readonly number: number;
  readonly customer: string;
  readonly vehicle: string;
  readonly vin: string;
  readonly family: string;
  readonly complaint: string;
  readonly shows: string;
  readonly showsMinutes: number | null;
  readonly plate: string;
  readonly authorisedBy: string | null;
  readonly proofOutcome: 'cause' | 'not-cause' | 'open';
  readonly proofReason: string | null;
  readonly note: string | null;
  readonly reason: string;
  readonly arrival:
    | {
        readonly how: 'vehicle' | 'post' | 'counter';
        readonly parcelNumber: string;
        readonly condition: string;
      }
    | undefined;
  readonly needsAuthority: boolean;
  readonly authority: AuthorityData | undefined;
  readonly proof: ProofData;
  readonly accessKind: string | null;
  readonly accessReason: string | null;
  readonly stationId: string | null;
  readonly promisedAt: Date | null;
  readonly createdAt: Date;
  readonly closedAt: Date | null;
  /** What it ended with. */
  readonly result: JobResult | null;
  readonly resultReason: string | null;
  readonly backupWaived: string | null;
  /** Stages of a job of this kind, and the unit that it writes. */
  readonly stages: readonly Stage[];
  readonly target: UnitRole | undefined;
  /** Newest file of each region that is to be written into the unit itself. */
  /** Regions that no access reads: the maker's stock file stands for reads of them. */
  readonly unreadable: readonly string[];
  /** The maker's files of what the unit holds now. */
  readonly stock: readonly { readonly regionId: string; readonly name: string }[];
  /** The shop has a file service. */
  readonly fileService: boolean;
  readonly supplied: readonly {
    readonly regionId: string;
    readonly name: string;
    readonly sha256: string;
    readonly sourceName: string;
    readonly findings: readonly Finding[];
  }[];
  /** How it can end, each with what still holds it, and whether it is told in words. */
  readonly endings: readonly {
    readonly result: JobResult;
    readonly missing: Problem | undefined;
    readonly told: boolean;
  }[];
  readonly line: Record<Stage, Judgement>;
  /** Reads that must agree before the shop trusts them. */
  readonly readsRequired: number;
  readonly next: { readonly stage: Stage; readonly judgement: Judgement };
  /** Facts for the gates, without what the bench says by itself. */
  readonly gateFacts: Omit<
    GateFacts,
    'supply' | 'stationBusy' | 'connected' | 'programmer' | 'vehicle'
  >;
  readonly units: Partial<Record<UnitRole, UnitData>>;
  readonly regions: Record<UnitRole, readonly RegionData[]>;
  readonly method: CloneMethod;
  /** Where each byte that is written comes from, or why nothing can be built; undefined where nothing is written. */
  readonly parts: Result<readonly RegionParts[]> | undefined;
  /** Learnt values that the family lets be set back, and whether they are. Offsets of the first copy. */
  readonly resets: readonly {
    readonly regionId: string;
    readonly start: number;
    readonly end: number;
    readonly name: string;
    readonly why: string;
    readonly on: boolean;
  }[];
  /** What was built comes to, in words; undefined where nothing is. */
  readonly buildWords: string | undefined;
  /** Why it cannot be built now. */
  readonly recipeGap: Problem | undefined;
  readonly clone:
    | {
        readonly id: string;
        readonly plan: ClonePlan;
        readonly builtAt: Date;
        readonly builtBy: string;
      }
    | undefined;
  /** How long writing and reading back usually takes. Units: s, from and to. */
  readonly writeSeconds: { readonly low: number; readonly high: number } | undefined;
  /** Written regions of which nobody knows how they are checked, and a lead's word on just this image. */
  readonly unruled: readonly string[];
  readonly consent: string | undefined;
  readonly cloneState: 'none' | 'stale' | 'built';
  readonly operations: readonly OperationData[];
  /** The last try, and the write that says what the unit holds: one that was turned away is only the first. */
  readonly lastWrite: OperationData | undefined;
  readonly standingWrite: OperationData | undefined;
  /** How the unit that was connected last is wired; undefined where nobody began to connect any. */
  readonly connection: Judgement | undefined;
  readonly match: DonorCheck | undefined;
  /** The access that was chosen for the job. */
  readonly access: AccessData | undefined;
  /** How each unit is worked on: a partner of another family by that family's access. */
  readonly sides: Partial<Record<UnitRole, SideData>>;
}

export interface AccessData {
  readonly name: string;
  readonly steps: readonly string[];
  readonly holdPad: string | undefined;
  readonly staysInstalled: boolean;
  readonly carrier: 'can-uds' | 'vehicle-uds' | 'chip' | 'file';
  readonly supply:
    | { voltageMinMv: number; voltageMaxMv: number; limitMinMa: number; limitMaxMa: number }
    | undefined;
}

export interface SideData {
  readonly family: string;
  readonly access: AccessData | undefined;
  /** What the gates know of this unit, over what they know of the job. */
  readonly facts: Pick<
    GateFacts,
    | 'family'
    | 'needsAuthority'
    | 'carrier'
    | 'need'
    | 'feed'
    | 'vehicleLine'
    | 'vehicleGap'
    | 'meant'
  >;
}

/** A kept photo, without its pixels. */
export interface PhotoData {
  readonly id: string;
  readonly kind: string;
  readonly fileName: string;
  readonly unitTag: string | null;
  readonly takenAt: Date;
  readonly personName: string;
}
