import type { LabelRule } from '../label/recognise.ts';
import type { ChecksumRule } from '../checksum/rule.ts';
import type { FieldSpec } from '../field/field.ts';
import type { Range } from '../image/range.ts';
import type { ExpectedFault } from '../faults/fault.ts';
import type { ProfileDocument } from './schema.ts';

export interface Region {
  readonly id: string;
  readonly name: string;
  /** Address in the module; the region is [address, address + lengthBytes). */
  readonly address: number;
  readonly lengthBytes: number;
  readonly eraseBlockBytes: number | undefined;
  readonly readBytesPerSecond: number;
  readonly writeBytesPerSecond: number;
  /** Time to erase one block. Units: ms. */
  readonly eraseMs: number;
  /** Which processor holds it, in units with two. */
  readonly processor: string | undefined;
}

export interface IdentityField {
  readonly id: string;
  readonly name: string;
  readonly lengthBytes: number;
  readonly did: number | undefined;
  readonly stored: { readonly region: string; readonly offsets: readonly number[] } | undefined;
}

export interface SupplyNeed {
  readonly voltageMinMv: number;
  readonly voltageMaxMv: number;
  readonly limitMinMa: number;
  readonly limitMaxMa: number;
}

export type DrawState = 'idle' | 'boot' | 'reading' | 'erasing' | 'writing';

export interface DrawBand {
  readonly state: DrawState;
  readonly minMa: number;
  readonly maxMa: number;
}

/** How a unit lets a driver in and tells who it is, whatever carries the requests. */
export interface UdsSecurity {
  readonly securityLevel: number;
  readonly keyConstant: number;
  readonly chipIdDid: number;
  readonly familyDid: number;
}

export interface CanAccess extends UdsSecurity {
  readonly bitrateBps: number;
  readonly requestId: number;
  readonly responseId: number;
  /** Resistor between CAN H and L inside the unit; 0 none, undefined nobody knows. Units: Ω. */
  readonly terminatorOhm: number | undefined;
  /** Terminators that the bench bus needs in all. */
  readonly terminators: 1 | 2;
}

/** How a unit is spoken to in its vehicle; its address stands in the layout of the vehicle. */
export interface SocketAccess extends UdsSecurity {
  readonly unit: NonNullable<RawAccess['socket']>['unit'];
}

/** How a memory chip is driven by a programmer; its one region is the chip. */
export interface ChipAccess {
  readonly addressBytes: 1 | 2 | 3;
  readonly pageBytes: number;
  /** Fastest clock. Units: Hz. */
  readonly clockHz: number;
  /** Maker, type and capacity as hex; undefined where the chip tells nothing. */
  readonly identification: string | undefined;
}

type RawAccess = ProfileDocument['accesses'][number];

/** Kind of an access to the memory. */
export type AccessKind = RawAccess['kind'];
/** What must be at hand for an access. */
export type AccessNeed = RawAccess['needs'][number];
/** What a person must be able to do for an access. */
export type Skill = NonNullable<RawAccess['skills']>[number];
/** Line that carries the bytes. Units: bits or clocks a second, bytes, ms, s. */
export interface Carrier {
  readonly kind: NonNullable<RawAccess['carrier']>['kind'];
  readonly rate: number;
  readonly blockBytes: number;
  /** Storing one block that is written. */
  readonly ackMs: number;
  /** Flow control that the unit asks for when it is written to (ISO-TP). */
  readonly blockSize: number;
  readonly stMinMs: number;
  readonly resets: number;
  readonly resetSeconds: number;
}
export type Wire = RawAccess['wiring'][number];
/** Signal that a wire carries. */
export type WireSignal = Wire['signal'];
/** A connector face, a board and a step of taking the unit out, as the profile has them. */
export type ConnectorFace = NonNullable<ProfileDocument['connectors']>[number];
export type Board = NonNullable<ProfileDocument['boards']>[number];
export type BoardPad = Board['pads'][number];
export type BoardChip = Board['chips'][number];
/** How a loose unit is exercised: sensors that are simulated, driver stages, a test of its own. */
export interface ExerciseInput {
  readonly id: string;
  readonly name: string;
  readonly connector: string;
  readonly cavities: readonly number[];
  readonly signal: 'resistance' | 'voltage' | 'frequency';
  readonly did: number;
  readonly bytes: 1 | 2 | 4;
  readonly scale: number;
  readonly offset: number;
  readonly unit: string;
  /** What is applied (Ω, mV or Hz) and what must be told, rising by what is applied. */
  readonly curve: readonly (readonly [number, number])[];
  readonly tolerance: number;
}

export interface ExerciseOutput {
  readonly id: string;
  readonly name: string;
  readonly connector: string;
  readonly cavities: readonly number[];
  readonly did: number;
}

export interface SelfTest {
  readonly routine: number;
  readonly seconds: number;
  readonly stages: readonly { readonly id: string; readonly name: string }[];
}

export interface ExerciseSpec {
  readonly inputs: readonly ExerciseInput[];
  readonly outputs: readonly ExerciseOutput[];
  readonly selfTest: SelfTest | undefined;
}

export type DismantleStep = NonNullable<ProfileDocument['dismantling']>[number];

export interface AccessSpec {
  readonly kind: AccessKind;
  readonly name: string;
  readonly steps: readonly string[];
  readonly wiring: readonly Wire[];
  readonly reads: readonly string[];
  readonly writes: readonly string[];
  /** How a region that is written and cannot be read is proven; undefined: it cannot be. */
  readonly proves: 'checksum' | undefined;
  /** Security data that is read alone, without the rest of its region. */
  readonly readsSecrets: readonly string[];
  readonly known: RawAccess['known'];
  readonly needs: readonly AccessNeed[];
  readonly skills: readonly Skill[];
  readonly credits: number;
  /** Units: minutes. */
  readonly handsOn: RawAccess['handsOn'];
  /** Waiting that is no transfer. Units: minutes. */
  readonly waitMinutes: number;
  readonly carrier: Carrier | undefined;
  readonly risks: readonly string[];
  /** Wired at its connector in the vehicle: bench or vehicle may feed it, and a person says which. */
  readonly staysInstalled: boolean;
  readonly holdPad: string | undefined;
  readonly supply: SupplyNeed | undefined;
  readonly draw: readonly DrawBand[];
  /** What the same supply feeds beside the unit. Units: mA. */
  readonly beside: readonly { readonly name: string; readonly maxMa: number }[];
  readonly can: CanAccess | undefined;
  readonly socket: SocketAccess | undefined;
  readonly chip: ChipAccess | undefined;
}

export type CloneMethod = ProfileDocument['clone']['methods'][number]['id'];
export type MatchRule = ProfileDocument['match'][number];
export type Supersession = NonNullable<ProfileDocument['supersessions']>[number];
export type OtherMake = NonNullable<ProfileDocument['otherMakes']>[number];
export type AfterFit = ProfileDocument['afterFit'][number];
export type Risk = ProfileDocument['risks'][number];
export type WearValue = NonNullable<ProfileDocument['wear']>[number];
export type Transform = NonNullable<ProfileDocument['transforms']>[number];

/** Part of a region that comes from elsewhere than the rest of it. */
export interface CloneRange {
  readonly region: string;
  readonly over: Range;
  readonly from: 'original' | 'donor';
  readonly what: string;
  readonly why: string;
}

/** Part of a region that a supplied file may change. */
export interface SuppliedRange {
  readonly region: string;
  readonly over: Range;
  readonly kind: 'calibration' | 'program';
  readonly what: string;
}

/** Learnt values that may be set back on the bench. */
export interface ResetField {
  /** Id of the field. */
  readonly field: string;
  /** Upper-case hex. */
  readonly fill: string;
  readonly why: string;
}

export interface SecretField {
  readonly id: string;
  readonly name: string;
  readonly region: string;
  readonly offsets: readonly number[];
  readonly lengthBytes: number;
  readonly form: NonNullable<ProfileDocument['secrets']>[number]['form'];
  readonly transform: string | undefined;
}

export type Span = readonly [number, number];

/** A module family as the application works with it: addresses are numbers, every reference is checked. */
export interface Profile {
  readonly id: string;
  readonly version: number;
  readonly make: string;
  readonly kind: ProfileDocument['kind'];
  readonly title: string;
  readonly notes: readonly string[];
  readonly chipMarkings: readonly string[];
  readonly labels: readonly LabelRule[];
  readonly regions: readonly Region[];
  readonly writeOrder: readonly string[];
  /** The first of `cloneMethods`: what is done unless somebody chooses otherwise. */
  readonly cloneMethod: CloneMethod;
  readonly cloneMethods: readonly {
    readonly id: CloneMethod;
    readonly why: string;
    /** Of patch-secret: the security data that is put in its place. */
    readonly secret?: string | undefined;
  }[];
  readonly cloneRanges: readonly CloneRange[];
  readonly suppliedRanges: readonly SuppliedRange[];
  /** Learnt values that may be set back: a field, and what it holds then, repeated. */
  readonly resets: readonly ResetField[];
  /** Processors that must be written in one job, in this order; empty for one. */
  readonly together: readonly string[];
  readonly match: readonly MatchRule[];
  readonly supersessions: readonly Supersession[];
  readonly otherMakes: readonly OtherMake[];
  readonly transforms: readonly Transform[];
  readonly secrets: readonly SecretField[];
  /** Fields that are neither identity nor security data. */
  readonly fields: readonly FieldSpec[];
  readonly makerRoute: boolean;
  readonly afterFit: readonly AfterFit[];
  readonly risks: readonly Risk[];
  readonly wear: readonly WearValue[];
  /** Rules of thumb of the trade. Units: minutes, from and to. */
  /** What the sleeping vehicle may draw; undefined where the family asks for nothing. Units: mA, minutes. */
  readonly sleep: { readonly maxMa: number; readonly afterMinutes: number } | undefined;
  readonly typicalMinutes: { readonly read: Span | undefined; readonly write: Span | undefined };
  readonly identity: readonly IdentityField[];
  readonly checksums: readonly ChecksumRule[];
  readonly accesses: readonly AccessSpec[];
  readonly connectors: readonly ConnectorFace[];
  readonly boards: readonly Board[];
  readonly dismantling: readonly DismantleStep[];
  readonly exercise: ExerciseSpec | undefined;
  readonly securityData: boolean;
  readonly expectedBenchFaults: readonly ExpectedFault[];
}

/** The region called `id`. Throws RangeError when the profile has none. */
export function getRegion(profile: Profile, id: string): Region {
  const region = profile.regions.find((r) => r.id === id);
  if (!region) throw new RangeError(`"id" expected a region of ${profile.id}, got ${id}`);
  return region;
}

/** An access and its place in the profile's list: two of one kind are told apart by it. */
export const keyOfAccess = (access: AccessSpec, index: number): string => `${access.kind}-${index}`;

/** The access that a key of the comparison names; undefined for what is done elsewhere and for no choice. */
export function findAccessOfKey(profile: Profile, key: string | undefined): AccessSpec | undefined {
  return profile.accesses.find((access, i) => keyOfAccess(access, i) === key);
}

/** Addresses of a region as a half-open range. */
export function rangeOf(region: Region): Range {
  return { start: region.address, end: region.address + region.lengthBytes };
}
