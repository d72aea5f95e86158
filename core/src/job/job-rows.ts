import type { InVehicleFact } from '../clone/in-vehicle.ts';
import type { OperationFact } from './work-state.ts';
import type { ReadRole, UnitRole } from './roles.ts';
import type { JobResult, Reason } from './shape.ts';
import type { SourceChange } from '../clone/parts.ts';
import type { ClonePlan } from '../clone/plan.ts';
import type { Range } from '../image/range.ts';
import type { Finding } from '../image/finding.ts';
import type { TestResult } from '../proof/tests.ts';
import type { ScannedUnit } from '../scan/scan.ts';

/** The job itself. Texts are empty and values null where nobody has said anything. */
export interface JobFact {
  readonly familyId: string;
  readonly reason: Reason;
  readonly vin: string;
  readonly customer: string;
  readonly authorisedBy: string | null;
  readonly proofOutcome: 'cause' | 'not-cause' | 'open';
  /** Why a lead goes on without the donor's backup. */
  readonly backupWaived: string | null;
  readonly closedAt: Date | null;
  /** What it ended with. */
  readonly result: JobResult | null;
}

/** One unit of a job. Numbers by the field of the profile: what its label says, and what it told itself. */
export interface UnitFact {
  readonly id: string;
  readonly tag: string;
  readonly familyId: string;
  readonly chipId: string | null;
  readonly labelNumbers: Readonly<Record<string, string>>;
  readonly numbers: Readonly<Record<string, string>>;
}

/** A kept read, or a file supplied for a region. */
export interface KeptReadFact {
  readonly id: string;
  readonly unitId: string;
  readonly role: ReadRole;
  readonly regionId: string;
  /** From 1, by unit and region. */
  readonly number: number;
  readonly sha256: string;
  readonly lengthBytes: number;
  /** Addresses that it covers, where it is not the whole region: security data read alone. */
  readonly ranges: readonly Range[] | null;
  readonly takenAt: Date;
  readonly findings: readonly Finding[];
}

export interface CloneFact {
  readonly id: string;
  readonly plan: ClonePlan;
}

/** A lead lets an image be written although nobody knows how it is checked. */
export interface ConsentFact {
  readonly cloneImageId: string;
  readonly reason: string;
}

export interface AuthorityFact {
  readonly orderedBy: string;
  readonly proofKind: string;
  readonly proofNumber: string;
  readonly signature: { readonly length: number };
}

/** A kept scan, of the vehicle or of a loose unit. */
export interface ScanFact {
  readonly kind: string;
  readonly vehicleVin: string | null;
  readonly batteryMv: number | null;
  readonly units: readonly ScannedUnit[];
  /** The loose unit that was asked. */
  readonly unitId: string | null;
  /** Why it ended before its time. */
  readonly brokenOff: unknown;
}

/** A lead takes a content as that of a region although its reads are not trusted, and says why. */
export interface AcceptedFact {
  readonly id: string;
  readonly unitId: string;
  readonly regionId: string;
  readonly sha256: string;
  /** `rebuilt`: put together of several reads. */
  readonly kind: 'read' | 'rebuilt';
  /** The reads that there were. One more, and it is to be said anew. */
  readonly readNumbers: readonly number[];
  readonly reason: string;
}

/** What is kept of one job. Lists are oldest first; what is not there is undefined. */
export interface JobRows<
  U extends UnitFact = UnitFact,
  R extends KeptReadFact = KeptReadFact,
  O extends OperationFact = OperationFact,
  C extends CloneFact = CloneFact
> {
  readonly units: Partial<Record<UnitRole, U>>;
  /** Access and method that were last chosen. */
  readonly choice: { readonly accessKey: string; readonly method: string } | undefined;
  readonly reads: readonly R[];
  readonly accepted: readonly AcceptedFact[];
  /** Where people take bytes of the clone image from, other than the family says; said for one method, it holds for no other. */
  readonly changes: readonly (SourceChange & { readonly method: string })[];
  readonly consents: readonly ConsentFact[];
  /** The newest that was built. */
  readonly clone: C | undefined;
  readonly operations: readonly O[];
  /** What was told of proven writes after they were tried in the vehicle. */
  readonly inVehicle: readonly InVehicleFact[];
  /** Units of the job that another job has verifiedly written. */
  readonly writtenElsewhere: ReadonlySet<string>;
  readonly authority: AuthorityFact | undefined;
  /** How often security data was handed over. */
  readonly handovers: number;
  readonly arrival: { readonly how: string } | undefined;
  /** Newest scan of the vehicle, and of the loose unit on the bench. */
  readonly vehicleScan: ScanFact | undefined;
  readonly benchScan: ScanFact | undefined;
  readonly tests: readonly TestResult[];
}
