import type { Cause } from './cause.ts';
import { majorityWrong } from './chances.ts';
import type { DisputedPlace } from './error-model.ts';
import { WRITABLE_BELOW } from './reconstruct.ts';
import type { ScatterFigures } from './scatter.ts';

/** More than that is no reading any more, it is hoping. Source: common practice. */
export const MOST_NEEDED = 40;

export interface NeedFacts {
  readonly cause: Cause;
  /** Reads that there are, and the most that agree. */
  readonly reads: number;
  readonly agreeing: number;
  /** Agreeing reads that the shop asks for. */
  readonly required: number;
  readonly lengthBytes: number;
  /** Undefined where nothing is scattered. */
  readonly figures: ScatterFigures | undefined;
  readonly places: readonly DisputedPlace[];
  /** Rules are known: then content can be put together of several reads. */
  readonly checked: boolean;
  /** All of them have 32 bits or more: then they settle several cells at once. */
  readonly strong: boolean;
}

/**
 * Reads that are still needed until trust is to be expected, at least one; undefined where reading on is useless. Disturbed contact: until so
 * many clean reads have come, or a majority at every byte is sure. Failing cells: until two reads fall the same way, or every cell is sure.
 */
export function countReadsNeeded(facts: NeedFacts): number | undefined {
  const { cause, reads, agreeing, required, figures } = facts;
  const missing = Math.max(1, required - agreeing);
  if (reads < 2) return Math.max(1, required - reads);
  if (USELESS.has(cause)) return undefined;
  if (!figures || figures.places === 0) return missing;
  const until =
    cause === 'failing-cells' ? readsForCells(facts, figures) : readsForNoise(facts, figures);
  const more = Math.max(missing, until - reads);
  // a few reads are too little to give up on
  if (more > MOST_NEEDED && reads >= LEAST_TO_GIVE_UP) return undefined;
  return Math.min(more, MOST_NEEDED);
}

/** Sooner nobody gives a unit up. */
const LEAST_TO_GIVE_UP = 6;

/** What comes the same however often it is read. */
const USELESS: ReadonlySet<Cause> = new Set<Cause>([
  ...(['bus-dead', 'blank', 'wrong-region', 'address-line', 'byte-swapped'] as const),
  ...(['stuck-bit'] as const)
]);

/** Expected number of reads in all. Clean reads come with chance (1 - e)^n; a majority is sure when wrong in less than one image of many. */
function readsForNoise({ required, lengthBytes, checked }: NeedFacts, { perRead }: ScatterFigures) {
  const clean = Math.exp(-perRead);
  const byAgreement = Math.ceil(required / Math.max(clean, 1e-9));
  if (!checked) return byAgreement;
  const e = perRead / Math.max(1, lengthBytes);
  for (let n = 3; n <= MOST_NEEDED; n += 2)
    if (lengthBytes * majorityWrong(n, e) < WRITABLE_BELOW) return Math.min(byAgreement, n);
  return byAgreement;
}

/** Reads until two are the same: as in the birthday problem, by the chance that two reads fall alike in every cell. */
function readsForCells({ places, reads, required, strong }: NeedFacts, figures: ScatterFigures) {
  const same = places.reduce((product, { candidates }) => {
    const all = candidates.reduce((n, c) => n + c.reads.length, 0);
    return all === 0
      ? product
      : product * candidates.reduce((sum, c) => sum + (c.reads.length / all) ** 2, 0);
  }, 1);
  const byAgreement = Math.ceil(
    1 + Math.sqrt((2 * Math.max(1, required - 1)) / Math.max(same, 1e-9))
  );
  // where checks settle the rest it is enough that every cell has shown both of its values
  const byChecks =
    figures.places <= MOST_OPEN_CELLS ? Math.max(4, reads + 1) : MOST_NEEDED + reads + 1;
  return strong ? Math.min(byAgreement, byChecks) : byAgreement;
}

/** So many cells of which nothing is known a check of 32 bits can settle. */
const MOST_OPEN_CELLS = 14;
