import type { Problem } from '@badger/core/base/result';
import type { Judgement } from '@badger/core/base/verdict';
import type { ActSeen, VehicleAct } from '@badger/core/return/act';
import type { ComparedField } from '@badger/core/return/compare-coding';
import type { StartSample } from '@badger/core/return/judge-start';
import type { FunctionId, FunctionResults } from '@badger/core/return/functions';
import type { SleepSpec } from '@badger/core/return/recipe';
import type { LeftFault } from '@badger/core/return/left-faults';
import type { NoteState, StepState } from '@badger/core/return/read-return';
import type { ReturnPhase, SharedStep, StepDoes } from '@badger/core/return/return-plan';

/** What is kept of a step beside its state; everything that does not belong to it is left out. */
export interface StepEvidence {
  readonly act?: VehicleAct;
  /** Place in the vehicle. */
  readonly unit?: string;
  readonly seen?: ActSeen;
  readonly problem?: Problem;
  /** Of a start that was watched. */
  readonly judgement?: Judgement;
  readonly samples?: readonly StartSample[];
  /** Codings that were saved, by place in the vehicle. Hex. */
  readonly codings?: Readonly<Record<string, string>>;
  /** Key that was tried, from 1, and how many there are. */
  readonly key?: number;
  readonly keys?: number;
  /** Units that did not tell theirs. */
  readonly untold?: readonly string[];
  /** Who told it by a link, without an account. */
  readonly toldBy?: string;
  /** What was seen of each function. */
  readonly functions?: FunctionResults;
  /** Faults that may stay, by their keys, and who signed for them. */
  readonly exceptions?: readonly string[];
  readonly signedBy?: string;
  readonly signature?: Strokes;
  /** The complaint: tried for so long, and whether it showed. Units: minutes. */
  readonly shown?: boolean;
  readonly triedMinutes?: number;
  /** Of the sleeping vehicle. Units: mA. */
  readonly currentMa?: number;
  /** What became of the old parts, and who has them. */
  readonly parts?: OldParts;
  readonly partsTo?: string;
}

/** Strokes of points, 0 to 1000 in both directions. */
export type Strokes = readonly (readonly (readonly number[])[])[];

/** What becomes of a unit that was taken out. `exchange`: it goes back to whoever sold the other one. */
export const OLD_PARTS = ['returned', 'kept', 'exchange', 'scrapped'] as const;

export type OldParts = (typeof OLD_PARTS)[number];

/** What was kept of a step last. */
export interface StepNoteData {
  readonly state: NoteState;
  readonly note: string;
  readonly at: Date;
  readonly personName: string;
  readonly evidence: StepEvidence;
}

/** One step of the way back, as its page shows it. */
export interface StepData {
  readonly id: string;
  readonly phase: ReturnPhase;
  readonly shared: SharedStep | undefined;
  readonly does: StepDoes;
  /** Of the family. */
  readonly fit:
    { readonly name: string; readonly how: string; readonly when: string | undefined } | undefined;
  readonly temperatureC: readonly [number, number] | undefined;
  readonly state: StepState;
  readonly last: StepNoteData | undefined;
}

/** Coding of one unit: as it was saved before the work, and as it was read last. */
export interface CodingData {
  readonly unit: string;
  readonly unitName: string;
  readonly savedAt: Date;
  readonly savedBy: string;
  /** Undefined: it was not read since. */
  readonly fields: readonly ComparedField[] | undefined;
}

/** Everything that the way back shows. */
export interface ReturnData {
  readonly steps: readonly StepData[];
  readonly judgement: Judgement;
  readonly codings: readonly CodingData[];
  /** Keys that were registered here. */
  readonly keysRegistered: number;
  /** What the sleeping vehicle may draw; undefined where the family asks for nothing. */
  readonly sleep: SleepSpec | undefined;
  /** Functions of a unit of this kind, and what was seen of each. */
  readonly functions: readonly FunctionId[];
  readonly functionResults: FunctionResults;
  /** Who signed that faults may stay, and for which; oldest first. */
  readonly signings: readonly {
    readonly exceptions: readonly string[];
    readonly signedBy: string;
    readonly signature: Strokes;
    readonly note: string;
    readonly at: Date;
  }[];
  /** What the scan after the work left to be explained; undefined where there is none. */
  readonly left: readonly (LeftFault & { readonly signed: boolean })[] | undefined;
}
