import { CHIP_CAUSES, CHIP_MODELS, CHIP_SOUND, type ChipCause } from './chip-causes.ts';
import type { CauseModel, Likely } from './cause-model.ts';
import type { Expected } from './evidence.ts';

/** What makes a unit silent on the bench, or stubborn. */
export const BENCH_CAUSES = [
  ...(['open-feed', 'open-ground', 'no-ignition', 'can-swapped', 'can-open'] as const),
  ...(['few-terminators', 'many-terminators', 'bit-rate', 'weak-supply', 'worn-lead'] as const),
  ...(['pad-not-held', 'programming-line', 'short', 'dead', 'dying', 'locked', 'box'] as const)
] as const;
export type BenchCause = (typeof BENCH_CAUSES)[number];

/** Every cause, of units that speak and of chips that are touched. */
export const CAUSES = [...BENCH_CAUSES, ...CHIP_CAUSES] as const;
export type Cause = (typeof CAUSES)[number];

/** What a sound bench shows. */
const BENCH_SOUND: Likely = {
  current: { expected: 0.9, low: 0.05, high: 0.04 },
  supply: { steady: 0.98 },
  feed: { right: 0.98 },
  ground: { right: 0.98 },
  ignition: { right: 0.97 },
  levels: { right: 0.93, half: 0.03 },
  pair: { right: 0.9, few: 0.04, many: 0.04 },
  bus: { quiet: 0.9, ack: 0.08 },
  answers: { none: 0.85 },
  feedSwitch: { on: 0.98 },
  ignitionSwitch: { on: 0.97 },
  kit: { same: 0.92, changed: 0.07 },
  feedWire: { ticked: 0.6, good: 0.35, 'left-out': 0.04 },
  groundWire: { ticked: 0.6, good: 0.35, 'left-out': 0.04 },
  ignitionWire: { ticked: 0.6, good: 0.35, 'left-out': 0.04 },
  canWire: { ticked: 0.6, good: 0.35, 'left-out': 0.04 },
  programmingWire: { ticked: 0.6, good: 0.35, 'left-out': 0.04 },
  padWire: { ticked: 0.6, good: 0.35, 'left-out': 0.04 }
};

/** A wire that is not there: measured so, left out, or nobody looked closer than a tick. */
const MISSING = { bad: 0.5, 'left-out': 0.3, ticked: 0.19 };
/** A unit that is off: nobody acknowledges, nobody answers. */
const OFF: Likely = { bus: { ack: 0.97 }, answers: { none: 0.97 } };
/** It runs and does not hear, or is not heard. */
const DEAF: Likely = { bus: { ack: 0.97 }, answers: { none: 0.97 } };

/** Every cause with what it shows. Source: common practice; the figures are set by hand and tried against the seeded campaign. */
const BENCH_MODELS: Readonly<Record<BenchCause, CauseModel>> = {
  'open-feed': {
    prior: 0.12,
    shows: {
      ...OFF,
      current: { none: 0.97, leak: 0.02 },
      feed: { none: 0.97 },
      ignition: { right: 0.5, none: 0.5 },
      feedSwitch: { on: 0.6, off: 0.4 },
      feedWire: MISSING
    }
  },
  'open-ground': {
    prior: 0.1,
    shows: {
      ...OFF,
      current: { none: 0.97, leak: 0.02 },
      ground: { lifted: 0.97 },
      groundWire: MISSING
    }
  },
  'no-ignition': {
    prior: 0.1,
    shows: {
      ...OFF,
      current: { leak: 0.93, none: 0.05 },
      ignition: { none: 0.97 },
      ignitionSwitch: { on: 0.6, off: 0.4 },
      ignitionWire: MISSING
    }
  },
  'can-swapped': {
    prior: 0.1,
    shows: { ...DEAF, levels: { inverted: 0.97 }, canWire: { ticked: 0.9, good: 0.05 } }
  },
  'can-open': {
    prior: 0.1,
    shows: {
      ...DEAF,
      levels: { half: 0.97 },
      pair: { few: 0.55, right: 0.3, none: 0.14 },
      canWire: MISSING
    }
  },
  'few-terminators': {
    prior: 0.07,
    shows: {
      pair: { few: 0.5, none: 0.48 },
      bus: { bit: 0.9, ack: 0.05 },
      answers: { none: 0.85, garbled: 0.1 }
    }
  },
  'many-terminators': {
    prior: 0.05,
    shows: {
      pair: { many: 0.97 },
      bus: { bit: 0.9, ack: 0.05 },
      answers: { none: 0.85, garbled: 0.1 }
    }
  },
  'bit-rate': {
    prior: 0.05,
    shows: { bus: { form: 0.95, ack: 0.03 }, answers: { none: 0.97 } }
  },
  'weak-supply': {
    prior: 0.06,
    shows: {
      ...OFF,
      current: { expected: 0.5, low: 0.4, high: 0.05 },
      supply: { sagging: 0.97 },
      feed: { low: 0.9, right: 0.08 }
    }
  },
  'worn-lead': {
    prior: 0.08,
    shows: {
      ...OFF,
      current: { expected: 0.45, low: 0.45, leak: 0.05 },
      feed: { low: 0.93, right: 0.05 },
      feedWire: { bad: 0.6, ticked: 0.3 },
      groundWire: { good: 0.35, ticked: 0.5, bad: 0.13 }
    }
  },
  'pad-not-held': {
    prior: 0.09,
    shows: { bus: { quiet: 0.97 }, answers: { conditions: 0.97 }, padWire: MISSING }
  },
  'programming-line': {
    prior: 0.06,
    shows: { bus: { quiet: 0.97 }, answers: { conditions: 0.97 }, programmingWire: MISSING }
  },
  short: {
    prior: 0.04,
    shows: {
      ...OFF,
      current: { short: 0.98 },
      supply: { sagging: 0.7, steady: 0.3 },
      feed: { low: 0.5, none: 0.48 }
    }
  },
  dead: {
    prior: 0.07,
    shows: { ...OFF, current: { leak: 0.9, none: 0.02, low: 0.06 } }
  },
  dying: {
    prior: 0.05,
    shows: {
      bus: { quiet: 0.55, ack: 0.45 },
      answers: { some: 0.85, garbled: 0.08, refused: 0.05 }
    }
  },
  locked: {
    prior: 0.04,
    shows: { bus: { quiet: 0.97 }, answers: { locked: 0.95, refused: 0.04 } }
  },
  box: {
    prior: 0.04,
    shows: {
      bus: { quiet: 0.8, ack: 0.15 },
      answers: { lost: 0.6, garbled: 0.35 },
      kit: { changed: 0.5, same: 0.5 }
    }
  }
};

export const CAUSE_MODELS: Readonly<Record<Cause, CauseModel>> = {
  ...BENCH_MODELS,
  ...CHIP_MODELS
};

/** What shows where nothing is wrong, whatever else is: a cause is told apart only by where it departs from this. */
export const soundOf = (expected: Expected): Likely => (expected.chip ? CHIP_SOUND : BENCH_SOUND);

const ofChip: ReadonlySet<Cause> = new Set<ChipCause>(CHIP_CAUSES);

/** Can this unit have this fault over this access? */
export function isPossible(cause: Cause, expected: Expected): boolean {
  if (expected.chip) return ofChip.has(cause);
  if (ofChip.has(cause)) return false;
  if (cause === 'pad-not-held') return expected.holdsPad;
  if (cause === 'programming-line') return expected.hasProgramming;
  return true;
}
