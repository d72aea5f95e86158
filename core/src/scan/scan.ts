import type { Fault } from '../faults/fault.ts';

/** What a unit does in a vehicle, as layouts name it. */
export type UnitKind =
  | 'engine'
  | 'transmission'
  | 'body'
  | 'immobiliser'
  | 'comfort'
  | 'brakes'
  | 'airbag'
  | 'cluster'
  | 'doors'
  | 'gateway'
  | 'climate'
  | 'steering'
  | 'other';

/** What bytes of a coding mean. */
export interface CodingField {
  readonly name: string;
  readonly at: number;
  readonly lengthBytes: number;
}

/** What a unit is taught in its vehicle, by data identifiers and routines. */
export interface UnitTeaching {
  readonly coding?: {
    readonly did: number;
    readonly lengthBytes: number;
    readonly fields: readonly CodingField[];
  };
  readonly keys?: { readonly countDid: number; readonly addRoutine: number; readonly most: number };
  readonly remotes?: {
    readonly frequencyDid: number;
    readonly countDid: number;
    readonly learnRoutine: number;
  };
  readonly adaptations?: {
    readonly valuesDid: number;
    readonly lengthBytes: number;
    readonly startByte: number;
    readonly resetRoutine: number;
    readonly temperatureDid?: number;
  };
  readonly lampDid?: number;
}

/** A place in a vehicle where a unit may answer. */
export interface UnitPlace {
  readonly id: string;
  readonly name: string;
  readonly kind: UnitKind;
  /** Logical address (DoIP) or request identifier (CAN). */
  readonly address: number;
  /** CAN only. */
  readonly responseId: number | undefined;
  /** Not every vehicle has it: silence may mean that it is not fitted. */
  readonly optional: boolean;
  /** Answers the services of the legislated diagnosis. */
  readonly legislated: boolean;
  /** What it is taught in its vehicle; undefined for nothing that is known. */
  readonly teaching?: UnitTeaching;
}

/**
 * `badly`: it answered some requests only. `silent`: it is there and says nothing. `absent`: the gateway knows no such
 * address. `unasked`: the scan ended before its turn was
 * over; what it had told by then is kept.
 */
export type UnitState = 'talks' | 'badly' | 'silent' | 'absent' | 'unasked';

/** What a scan found at one place. */
export interface ScannedUnit {
  readonly id: string;
  readonly name: string;
  readonly kind: UnitKind;
  readonly address: number;
  readonly optional: boolean;
  readonly state: UnitState;
  /** Values by identifier name: `vin`, `part-number`, `software-number`, `hardware-number`, `serial`, `system-name`. */
  readonly identification: Readonly<Record<string, string>>;
  readonly faults: readonly Fault[];
  /** Could the fault memory be read? Undefined or `unread`: nothing is known of it, and nothing rests on it. */
  readonly faultMemory?: 'read' | 'unread';
  /** Why it is not `talks`, as a catalogue code. */
  readonly problem: string | undefined;
  /** Time that this unit took. */
  readonly tookMs: number;
}

/** A whole scan: plain data, kept as it was found. */
export interface Scan {
  readonly vehicleVin: string | undefined;
  readonly batteryMv: number | undefined;
  readonly units: readonly ScannedUnit[];
}

export interface ScanTotals {
  readonly units: number;
  readonly silent: number;
  /** Units that answer, but whose fault memory could not be read. */
  readonly unread: number;
  readonly faults: number;
}

/** The unit was heard in this scan. */
export function answers(unit: Pick<ScannedUnit, 'state'>): boolean {
  return unit.state === 'talks' || unit.state === 'badly';
}

/** Counts for lists. Units that are not fitted do not count. */
export function countScan(units: readonly ScannedUnit[]): ScanTotals {
  const fitted = units.filter((u) => u.state !== 'absent' && !(u.state === 'silent' && u.optional));
  return {
    units: fitted.length,
    silent: fitted.filter((u) => u.state === 'silent').length,
    unread: fitted.filter((u) => answers(u) && u.faultMemory !== 'read').length,
    faults: fitted.reduce((n, u) => n + u.faults.length, 0)
  };
}
