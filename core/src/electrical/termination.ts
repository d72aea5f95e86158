import { judge, undone, type Judgement } from '../base/verdict.ts';

/** Where a resistor between CAN H and CAN L can sit. */
export type TerminatorPlace = 'unit' | 'lead' | 'adapter' | 'interface';

/** One place of the bus. `ohm`: 0 there is none, undefined nobody knows. Units: Ω. */
export interface TerminatorPart {
  readonly place: TerminatorPlace;
  readonly name: string;
  readonly ohm: number | undefined;
}

/** What to do about the terminators before the pair is measured. */
export type TerminatorAdvice = 'right' | 'add' | 'take-out' | 'measure';

export interface TerminationPlan {
  readonly parts: readonly TerminatorPart[];
  /** Terminators that the bus needs in all. */
  readonly wanted: number;
  /** Those that are known to be there. */
  readonly present: number;
  readonly advice: TerminatorAdvice;
  /** How many to add or to take out. */
  readonly change: number;
  /** What the pair measures with the power off once it is right. Units: Ω. */
  readonly expected: { readonly minOhm: number; readonly maxOhm: number };
}

/** One terminator, as ISO 11898-2 permits it (from memory). Units: Ω. */
const RESISTOR = { minOhm: 100, maxOhm: 130 } as const;

/** What leads and contacts add to a pair that is measured at their end. Units: Ω. Source: common practice. */
const LEAD_OHM = 2;

/** Nominal terminator. Units: Ω. Source: ISO 11898-2. */
export const TERMINATOR_OHM = 120;

/** What a pair with this many terminators measures, tolerances and leads included. Units: Ω. Example: two are 50 to 67. */
export function bandOf(count: number): { readonly minOhm: number; readonly maxOhm: number } {
  return { minOhm: RESISTOR.minOhm / count, maxOhm: RESISTOR.maxOhm / count + LEAD_OHM };
}

/**
 * Says whether a terminator has to be added or taken out, from what is known of each part. A part that nobody knows makes it
 * `measure`: the meter decides. Example: 120 Ω in the unit and none elsewhere, two wanted: add one.
 */
export function planTermination(parts: readonly TerminatorPart[], wanted: number): TerminationPlan {
  const present = parts.filter((p) => p.ohm !== undefined && p.ohm > 0).length;
  const unknown = parts.some((p) => p.ohm === undefined);
  const advice = unknown
    ? 'measure'
    : present < wanted
      ? 'add'
      : present > wanted
        ? 'take-out'
        : 'right';
  return {
    ...{ parts, wanted, present, advice },
    change: unknown ? 0 : Math.abs(present - wanted),
    expected: bandOf(wanted)
  };
}

/** What a meter shows at the pair with the power off. Infinity is an open line. Units: Ω. */
export interface PairReading {
  readonly pairOhm: number | undefined;
  readonly highToGroundOhm?: number | undefined;
  readonly lowToGroundOhm?: number | undefined;
}

/** Below this the two lines touch. Units: Ω. Source: common practice. */
const SHORT_OHM = 10;
/** A line of a sound unit has more than this to ground while nothing is fed. Units: Ω. Source: common practice. */
const GROUND_OHM = 1000;
/** Above this no terminator is there: what is measured are the inputs of the transceivers. Units: Ω. Source: ISO 11898-2, from memory. */
const NONE_OHM = 2000;
/** Above this not even a transceiver is there: a wire is open. Units: Ω. Source: ISO 11898-2 (differential input), from memory. */
const OPEN_OHM = 200_000;
/** More terminators than this and no transmitter is sure of its levels. Source: common practice. */
const MOST = 3;

/**
 * Judges the resistance of a CAN pair, measured with the power off, against the terminators that it needs.
 * Order: not measured, a line to ground, the lines touch, open, none, more than a transmitter drives, a resistor in series,
 * too few, too many, right. Source: parallel rule; ISO 11898-2; common practice.
 */
export function judgePair(reading: PairReading, wanted: number): Judgement {
  const { minOhm, maxOhm } = bandOf(wanted);
  const ground = lineToGround(reading);
  if (ground) return judge('stop', 'wiring.pair.ground', ground);
  const ohm = reading.pairOhm;
  if (ohm === undefined || Number.isNaN(ohm) || ohm < 0)
    return undone(judge('look', 'wiring.pair.unmeasured', { minOhm, maxOhm }));
  const figures = { ohm, minOhm, maxOhm };
  if (ohm < SHORT_OHM) return judge('stop', 'wiring.pair.short', figures);
  if (ohm > OPEN_OHM) return judge('stop', 'wiring.pair.open', figures);
  const found = countTerminators(ohm);
  if (found.count === 0) return judge('stop', 'wiring.pair.none', { ...figures, wanted });
  const counted = { ...figures, wanted, count: found.count };
  if (found.count > MOST) return judge('stop', 'wiring.pair.many', counted);
  if (found.seriesOhm > 0)
    return judge('look', 'wiring.pair.series', { ...counted, seriesOhm: found.seriesOhm });
  if (found.count < wanted) return judge('look', 'wiring.pair.few', counted);
  if (found.count > wanted) return judge('look', 'wiring.pair.more', counted);
  return judge('go', 'wiring.pair.right', counted);
}

function lineToGround({ highToGroundOhm, lowToGroundOhm }: PairReading) {
  const high = highToGroundOhm ?? Infinity;
  const low = lowToGroundOhm ?? Infinity;
  // through the terminator the sound line shows the fault of the other: the lower of the two is the one
  const line = high <= low ? ('high' as const) : ('low' as const);
  const ohm = Math.min(high, low);
  return ohm < GROUND_OHM ? { line, ohm } : undefined;
}

/** How many terminators a resistance is, and what stands in series with them. Units: Ω. */
export function countTerminators(ohm: number): { count: number; seriesOhm: number } {
  if (ohm >= NONE_OHM) return { count: 0, seriesOhm: 0 };
  const nearest = Math.max(1, Math.round(TERMINATOR_OHM / ohm));
  const fits = [nearest, nearest + 1].find((n) => {
    const { minOhm, maxOhm } = bandOf(n);
    return ohm >= minOhm && ohm <= maxOhm;
  });
  if (fits !== undefined) return { count: fits, seriesOhm: 0 };
  // between two bands: fewer resistors cannot make less, so it is the next number with something in series
  const count = Math.max(1, Math.floor(RESISTOR.minOhm / ohm) + 1);
  return { count, seriesOhm: Math.round(ohm - TERMINATOR_OHM / count) };
}
