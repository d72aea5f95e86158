import type { BusErrorKind } from '../can/serial-line.ts';
import type { DrawBand, SupplyNeed } from '../profile/profile.ts';
import type { Feeds } from '../port/breakout.ts';
import type { ChipProbe } from '../spi/probe-contact.ts';

/** How one try of a handshake ended. */
export type TryOutcome =
  'answered' | 'silent' | 'conditions' | 'locked' | 'refused' | 'garbled' | 'lost';

/** What sense lines measure at the unit itself, against the supply's minus. Null: not measured. Units: mV, Ω. */
export interface SenseReading {
  readonly feedMv: number | null;
  readonly groundMv: number | null;
  readonly ignitionMv: number | null;
  readonly highMv: number | null;
  readonly lowMv: number | null;
}

/** Wires whose fault has a cause of its own. */
export type WatchedWire = 'battery' | 'ground' | 'ignition' | 'can' | 'programming' | 'boot-pad';

/** What is known of one wire: measured well or badly, ticked, or left out by whoever connected it. */
export type WireState = 'good' | 'bad' | 'ticked' | 'left-out';

/** Everything that was measured around a handshake. What nobody measured is undefined. Units: mA, mV, Ω. */
export interface HandshakeEvidence {
  readonly supply?:
    | {
        readonly measuredMa: number;
        readonly measuredMv: number;
        readonly setMv: number;
        readonly limitMa: number;
        /** Output was switched off by the watch. */
        readonly tripped: boolean;
      }
    | undefined;
  readonly sense?: SenseReading | undefined;
  /** Resistance of the pair, power off; Infinity is an open line, which travels as null. */
  readonly pairOhm?: number | null | undefined;
  readonly wires?: Readonly<Partial<Record<WatchedWire, WireState>>> | undefined;
  readonly bus?:
    | { readonly heard: number; readonly errors: Readonly<Partial<Record<BusErrorKind, number>>> }
    | undefined;
  readonly tries: readonly TryOutcome[];
  /** Looks at a memory chip. */
  readonly chip?: ChipProbe | undefined;
  /** What the breakout box passes on to the unit. */
  readonly feeds?: Feeds | undefined;
  /** Software or firmware of the bench is another than when work here succeeded last. */
  readonly kitChanged?: boolean | undefined;
}

/** What the unit should show over this access. */
export interface ExpectedBench {
  readonly chip?: undefined;
  readonly need: SupplyNeed;
  readonly draw: readonly DrawBand[];
  /** A pad is held while it is fed. */
  readonly holdsPad: boolean;
  /** It has a line that only the interface's own diagram shows. */
  readonly hasProgramming: boolean;
  readonly terminators: number;
  /** The unit itself carries one: cut off from it, the pair shows one fewer. Undefined: nobody knows. */
  readonly unitTerminates: boolean | undefined;
}

/** What a memory chip should show. */
export interface ExpectedChip {
  readonly chip: {
    /** Hex; undefined for a chip that has none. */
    readonly identification: string | undefined;
  };
}

export type Expected = ExpectedBench | ExpectedChip;

/** One look at the evidence as a word; what is not known is left out. */
export interface Observations {
  readonly current?: 'none' | 'leak' | 'low' | 'expected' | 'high' | 'short';
  readonly supply?: 'steady' | 'sagging';
  readonly feed?: 'none' | 'low' | 'right' | undefined;
  readonly ground?: 'right' | 'lifted';
  readonly ignition?: 'none' | 'right';
  readonly levels?: 'right' | 'inverted' | 'half' | undefined;
  readonly pair?: 'right' | 'few' | 'none' | 'many' | 'short';
  readonly bus?: 'quiet' | 'ack' | 'form' | 'bit';
  readonly answers?: 'none' | 'some' | 'conditions' | 'locked' | 'refused' | 'garbled' | 'lost';
  readonly feedWire?: WireState;
  readonly groundWire?: WireState;
  readonly ignitionWire?: WireState;
  readonly canWire?: WireState;
  readonly programmingWire?: WireState;
  readonly padWire?: WireState;
  readonly feedSwitch?: 'on' | 'off';
  readonly ignitionSwitch?: 'on' | 'off';
  readonly kit?: 'same' | 'changed';
  readonly lines?: 'floating' | 'low' | 'steady' | 'scatter';
  readonly latch?: 'follows' | 'sometimes' | 'stuck';
  readonly slower?: 'same' | 'helps' | undefined;
  readonly chipKind?: 'right' | 'other' | 'none' | undefined;
  readonly chipBusy?: 'rests' | 'hung' | undefined;
}
