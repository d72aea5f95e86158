import type { SenseReading } from '../diagnosis/evidence.ts';

/** What sense lines at the unit tell. */
export interface SensePort {
  /** Who it says it is; empty until it has answered. */
  readonly idn: string;
  /** It answers at this moment. */
  readonly present: boolean;
  /** Volts at the unit's pins; undefined when it does not answer, or answers with what is no reading. */
  measure(): Promise<SenseReading | undefined>;
  /**
   * Resistance of the pair, everything switched off; Infinity is an open line. Units: Ω.
   * Undefined when it does not answer, or refuses because the unit is fed.
   */
  measurePair(): Promise<number | undefined>;
  close(): void;
}

/** Channels of the sense lines, in the order of {@link SenseReading}; the pair has one of its own. */
export const SENSE_CHANNELS = {
  feed: 101,
  ground: 102,
  ignition: 103,
  high: 104,
  low: 105
} as const;
export const PAIR_CHANNEL = 110;
