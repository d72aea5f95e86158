/** What is wrong with the wiring or the unit on the clamp. */
export const BENCH_FAULTS = [
  ...(['short', 'inrush', 'open-feed', 'open-ground', 'no-ignition'] as const),
  ...(['can-swapped', 'can-open', 'dead'] as const)
];
export type BenchFault = (typeof BENCH_FAULTS)[number];

interface Effect {
  /** The unit comes up when the supply is on. */
  readonly powers: boolean;
  /** It comes up so long after the output came on; undefined: with it, or not at all. Units: ms. */
  readonly upAfterMs?: number;
  /** It is heard on the pair. */
  readonly answers: boolean;
  /** Current instead of the unit's own, by the time since the output came on. Units: mA, ms. */
  readonly draw: (ownMa: number, sinceOnMs: number) => number;
}

const own = (ownMa: number) => ownMa;
/** A dead short: whatever the supply gives. Units: mA. */
const SHORT_MA = 60_000;
/** Empty capacitors look like a short for a moment. Units: ms. Source: common practice. */
const INRUSH_MS = 250;
/** Leakage of a unit without ignition, and of one whose processor is gone. Units: mA. */
const ASLEEP_MA = 15;
const DEAD_MA = 40;

const EFFECTS: Readonly<Record<BenchFault, Effect>> = {
  short: { powers: false, answers: false, draw: () => SHORT_MA },
  inrush: {
    ...{ powers: false, answers: true, upAfterMs: INRUSH_MS },
    draw: (ownMa, sinceOnMs) => (sinceOnMs < INRUSH_MS ? SHORT_MA : ownMa)
  },
  'open-feed': { powers: false, answers: false, draw: () => 0 },
  'open-ground': { powers: false, answers: false, draw: () => 0 },
  'no-ignition': { powers: false, answers: false, draw: () => ASLEEP_MA },
  'can-swapped': { powers: true, answers: false, draw: own },
  'can-open': { powers: true, answers: false, draw: own },
  dead: { powers: false, answers: false, draw: () => DEAD_MA }
};

const SOUND: Effect = { powers: true, answers: true, draw: own };

/** What a fault does; undefined is a sound bench. */
export function effectOf(fault: BenchFault | undefined): Effect {
  return fault ? EFFECTS[fault] : SOUND;
}
