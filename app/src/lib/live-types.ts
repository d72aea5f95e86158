import type { UnitRole } from '@badger/core/job/roles';
import type { AgedReading } from '@badger/core/access/vehicle/vehicle-reading';
import type { Problem } from '@badger/core/base/result';
import type { Judgement } from '@badger/core/base/verdict';
import type { StartSample } from '@badger/core/return/judge-start';

/** One station as the pages see it, several times a second. Units: mV, mA, bytes. */
export interface LiveStation {
  readonly id: string;
  readonly name: string;
  readonly ratedMa: number;
  readonly link: 'cable' | 'lost';
  /** The station has a chip programmer. */
  readonly programmer: boolean;
  /** Its sense lines answer. */
  readonly senses: boolean;
  /** A loose unit is being exercised. */
  readonly exercise:
    | {
        readonly jobNumber: number;
        readonly looking: string;
        readonly done: number;
        readonly of: number;
      }
    | undefined;
  readonly supply:
    | {
        readonly on: boolean;
        readonly setMv: number;
        readonly limitMa: number;
        readonly measuredMv: number;
        readonly measuredMa: number;
      }
    | undefined;
  /** The vehicle that was looked at last at this station, and for which VIN. */
  readonly vehicle: { readonly wantedVin: string; readonly reading: AgedReading } | undefined;
  /** Current that the connected family should draw now. */
  readonly band: { readonly minMa: number; readonly maxMa: number } | undefined;
  readonly current: Judgement | undefined;
  /** Why the application switched the output off; undefined once it came on again. */
  readonly trip: Judgement | undefined;
  readonly connected:
    | {
        /** Undefined for a memory chip, which has no id of its own. */
        readonly chipId: string | undefined;
        readonly family: string | undefined;
        readonly tag: string;
        readonly role: UnitRole;
        readonly jobNumber: number;
        /** It sits in its vehicle; the station only speaks to it. */
        readonly inVehicle: boolean;
      }
    | undefined;
  /** Simulated bench only: how the simulator is set. */
  readonly simulated:
    | {
        readonly unit: string | null;
        readonly padHeld: boolean;
        readonly vehicleFeeds: boolean;
        readonly chip: string | null;
        /** Faults for practice. */
        readonly faults: readonly string[];
      }
    | undefined;
  readonly operation:
    | {
        readonly id: string;
        readonly kind: 'identify' | 'read' | 'write';
        readonly jobNumber: number;
        readonly role: UnitRole;
        readonly tag: string;
        readonly family: string;
        readonly state: string;
        readonly regions: readonly LiveRegion[];
        /** Nothing but security data of the region is read. */
        readonly secretsOnly: boolean;
        readonly doneBytes: number;
        readonly totalBytes: number;
        readonly bytesPerSecond: number;
        readonly leftSeconds: number | undefined;
        readonly pace: 'starting' | 'steady' | 'slow' | 'erasing' | 'stalled';
        /** Since something was heard. */
        readonly silentSeconds: number;
        /** Why its end is not stored yet, and whether a finished read waits in memory. */
        readonly unstored: Problem | undefined;
        readonly offersImage: boolean;
        readonly sample:
          { readonly atMs: number; readonly mv: number; readonly ma: number } | undefined;
      }
    | undefined;
}

export interface LiveRegion {
  readonly regionId: string;
  readonly name: string;
  readonly lengthBytes: number;
  readonly phase: string;
  readonly doneBytes: number;
}

export interface LiveBench {
  /** The database does not answer: nothing can be stored or looked up at this moment. */
  readonly databaseAway: boolean;
  /** Factor by which the stand-ins run faster than life; undefined with real devices. */
  readonly speed: number | undefined;
  readonly stations: readonly LiveStation[];
  /** Simulated bench only: faults that it can be given for practice. */
  readonly faults: readonly string[];
  readonly units: readonly { readonly tag: string; readonly family: string }[];
  /** Simulated bench only: units whose memory chip a programmer can reach. */
  readonly chips: readonly { readonly tag: string; readonly family: string }[];
  /** What is done or watched at vehicles. */
  readonly acts: readonly LiveActData[];
  /** Scans of vehicles that are under way. */
  readonly scans: readonly LiveScanData[];
  /** Simulated bench only: the vehicles outside, and where the diagnostic cable is. */
  readonly simulator: LiveSimulator | undefined;
}

/** Something that is done, or watched, at a vehicle. */
export interface LiveActData {
  readonly jobNumber: number;
  readonly stepId: string;
  /** Nothing is changed: the engine is watched. */
  readonly watching: boolean;
  /** What was seen last of the start that is watched. */
  readonly samples: readonly StartSample[];
}

export interface LiveScanData {
  readonly jobNumber: number;
  readonly kind: string;
  readonly units: readonly {
    readonly id: string;
    readonly name: string;
    readonly state: 'waiting' | 'asking' | 'talks' | 'badly' | 'silent' | 'absent' | 'unasked';
    readonly faults: number;
    readonly unread: boolean;
  }[];
}

export interface LiveSimulator {
  readonly plugged: string | null;
  readonly pluggedStation: string | null;
  readonly vehicles: readonly {
    readonly id: string;
    readonly name: string;
    readonly vin: string;
    readonly carrier: 'doip' | 'can';
    readonly ignition: 'off' | 'on' | 'running';
    readonly supported: boolean;
    readonly asleep: boolean;
    readonly script: string;
    /** The key in the lock, and all there are. */
    readonly key: string;
    readonly keys: readonly string[];
    readonly teachingFaults: readonly string[];
    /** The loose unit in its place, and the family that fits there; null: it has no such place. */
    readonly place: { readonly family: string; readonly unit: string | null } | null;
  }[];
}
