import { findBlanks } from '../survey/find-blanks.ts';

/** A position that is no place for a checksum to begin: inside a blank stretch, at no round address. */
export const NOWHERE = 255;
/** Inside a blank stretch only addresses of this roundness count. Units: bytes. */
const ROUND = 256;

/**
 * How noteworthy the positions of an image are, as a cost in bits: at most 2^c positions cost c or less. Ends of the image and of blank
 * stretches cost little, round addresses the less the rounder they are, an odd address all of the logarithm of the length.
 */
export class Positions {
  readonly length: number;
  /** For every position 0 to the length its cost; {@link NOWHERE} inside a blank stretch. */
  readonly costs: Uint8Array;
  /** The highest cost. */
  readonly most: number;
  readonly #edges: readonly number[];

  constructor(bytes: Uint8Array) {
    this.length = bytes.length;
    this.most = Math.ceil(Math.log2(bytes.length + 1));
    this.costs = roundnessCosts(bytes.length, this.most);
    const blanks = findBlanks(bytes);
    for (const { start, end } of blanks)
      for (let at = start + 1; at < end; at++) if (at % ROUND !== 0) this.costs[at] = NOWHERE;
    const edges = [0, bytes.length, ...blanks.flatMap((b) => [b.start, b.end])];
    const edgeCost = Math.ceil(Math.log2(edges.length));
    this.#edges = edges;
    for (const at of edges) this.costs[at] = Math.min(this.costs[at] as number, edgeCost);
  }

  /** Cost of a value that stands at [p, p + width): that of the rounder of its two ends. */
  costOfValue(p: number, width: number): number {
    return Math.min(this.costs[p] as number, this.costs[p + width] as number);
  }

  /** Positions that cost `most` or less, ascending. */
  list(most: number): Int32Array {
    let count = 0;
    for (let i = 0; i <= this.length; i++) if ((this.costs[i] as number) <= most) count++;
    const out = new Int32Array(count);
    for (let i = 0, n = 0; i <= this.length; i++)
      if ((this.costs[i] as number) <= most) out[n++] = i;
    return out;
  }

  /** Ends q of values of this width that cost `most` or less, ascending. */
  listEnds(width: number, most: number): Int32Array {
    let count = 0;
    for (let q = width; q <= this.length; q++)
      if (this.costOfValue(q - width, width) <= most) count++;
    const out = new Int32Array(count);
    for (let q = width, n = 0; q <= this.length; q++)
      if (this.costOfValue(q - width, width) <= most) out[n++] = q;
    return out;
  }

  /** The `count` positions that cost least, or a few less, ascending. */
  cheapest(count: number): Int32Array {
    const found = new Set<number>(this.#edges.length > count ? [] : this.#edges);
    // rounder and rounder, as long as there is room
    for (let step = 2 ** this.most; step >= 1 && found.size < count; step /= 2) {
      const more: number[] = [];
      for (let at = 0; at <= this.length && more.length <= count; at += step)
        if (this.costs[at] !== NOWHERE && !found.has(at)) more.push(at);
      if (found.size + more.length > count) break;
      for (const at of more) found.add(at);
    }
    return Int32Array.from(found).sort();
  }
}

/** Costs by how round a position is alone. */
function roundnessCosts(length: number, most: number): Uint8Array {
  const costs = new Uint8Array(length + 1);
  costs[0] = 0;
  // what lies between two powers of two repeats what lies below, but for the first
  for (let filled = 1, roundness = 0; filled <= length; filled *= 2, roundness++) {
    costs.copyWithin(filled, 0, Math.min(filled, length + 1 - filled));
    costs[filled] = Math.max(0, most - roundness);
    if (filled > 1) costs[0] = 0;
  }
  return costs;
}

function countCosts(costs: Uint8Array): Int32Array {
  const counts = new Int32Array(256);
  for (let i = 0; i < costs.length; i++) {
    const cost = costs[i] as number;
    counts[cost] = (counts[cost] as number) + 1;
  }
  return counts;
}

/** For every cost how many pairs of a start and an end cost that much together, or less. Shape: up to twice the highest cost. */
export function countPairs(positions: Positions): Float64Array {
  const starts = countCosts(positions.costs);
  // a value counts by the rounder of its two ends
  const ends = starts.map((n) => 2 * n);
  const most = positions.most;
  const pairs = new Float64Array(2 * most + 1);
  for (let a = 0; a <= most; a++)
    for (let e = 0; e <= most; e++)
      // an end lies behind its start in half of all pairs
      pairs[a + e] = (pairs[a + e] as number) + ((starts[a] as number) * (ends[e] as number)) / 2;
  for (let c = 1; c < pairs.length; c++) pairs[c] = (pairs[c] as number) + (pairs[c - 1] as number);
  return pairs;
}
