import type { CauseModel, Likely } from './cause-model.ts';

/** What makes a memory chip silent, or stubborn. */
export const CHIP_CAUSES = [
  ...(['clip-open', 'clip-turned', 'loose-leg', 'board-loads'] as const),
  ...(['other-chip', 'chip-dead', 'chip-busy', 'programmer'] as const)
] as const;
export type ChipCause = (typeof CHIP_CAUSES)[number];

/** What a chip with good contact shows. */
export const CHIP_SOUND: Likely = {
  lines: { steady: 0.95 },
  latch: { follows: 0.97 },
  slower: { same: 0.9, helps: 0.05 },
  chipKind: { right: 0.97 },
  chipBusy: { rests: 0.98 },
  answers: { none: 0.9, some: 0.05 },
  kit: { same: 0.92, changed: 0.07 }
};

/** Every cause with what it shows. Source: `../shared/reference/chip-port.md`, common practice; the figures are set by hand and tried against the seeded campaign. */
export const CHIP_MODELS: Readonly<Record<ChipCause, CauseModel>> = {
  'clip-open': {
    prior: 0.3,
    shows: { lines: { floating: 0.95, low: 0.03 }, latch: { stuck: 0.98 } }
  },
  'clip-turned': {
    prior: 0.15,
    shows: { lines: { low: 0.85, floating: 0.12 }, latch: { stuck: 0.98 } }
  },
  'loose-leg': {
    prior: 0.22,
    shows: {
      lines: { scatter: 0.93, steady: 0.05 },
      latch: { follows: 0.45, sometimes: 0.4, stuck: 0.14 }
    }
  },
  'board-loads': {
    prior: 0.15,
    shows: {
      lines: { scatter: 0.9, steady: 0.08 },
      latch: { follows: 0.45, sometimes: 0.4, stuck: 0.14 },
      slower: { helps: 0.95, same: 0.04 }
    }
  },
  'other-chip': {
    prior: 0.08,
    shows: { chipKind: { other: 0.9, none: 0.09 } }
  },
  'chip-dead': {
    prior: 0.05,
    shows: {
      lines: { floating: 0.5, low: 0.3, steady: 0.15 },
      latch: { stuck: 0.98 },
      chipKind: { right: 0.3, none: 0.3, other: 0.3 }
    }
  },
  'chip-busy': {
    prior: 0.02,
    shows: { chipBusy: { hung: 0.97 }, latch: { stuck: 0.97 } }
  },
  programmer: {
    prior: 0.05,
    shows: { answers: { lost: 0.6, garbled: 0.35 }, kit: { changed: 0.5, same: 0.5 } }
  }
};
