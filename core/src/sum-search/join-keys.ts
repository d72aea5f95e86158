import { eachChunk, type KeySource } from './key-source.ts';
import { NOWHERE, type Positions } from './positions.ts';

/** A start and an end whose keys are equal: the value that ends at `end` covers [start, end - its bytes). */
export interface Hit {
  readonly start: number;
  readonly end: number;
  /** Cost of both positions. Units: bits. */
  readonly cost: number;
}

/** Shorter stretches are not looked for. Units: bytes. */
export const LEAST_COVERED = 8;
const SCATTER = 0x9e3779b1;
const OTHER_SCATTER = 0x85ebca6b;
const THIRD_SCATTER = 0xc2b2ae35;
/** More hits of one way to store are not kept; those that cost most are left out. */
const MOST_HITS = 4096;

/** Keeps the hits that cost least. */
class HitList {
  #hits: Hit[] = [];

  add(hit: Hit): void {
    this.#hits.push(hit);
    if (this.#hits.length >= 4 * MOST_HITS) this.#hits = this.done();
  }

  done(): Hit[] {
    return this.#hits.toSorted((x, y) => x.cost - y.cost).slice(0, MOST_HITS);
  }
}

/** Ends that are looked up. Shape: positions ascending, a key for each. */
export interface NarrowEnds {
  readonly ends: Int32Array;
  readonly keys: Int32Array;
  readonly storedBytes: number;
  /** A start and an end may cost this together. */
  readonly budget: number;
  /** Is a hit more than what chance gives everywhere? */
  readonly isTelling: (hit: Hit) => boolean;
}

/** Of one end so many starts are kept. */
const MOST_STARTS = 8;

/** Some starts by their scattered key, in each bucket by cost. Shape: positions ascending, a key for each. */
export class StartTable {
  readonly #positions: Positions;
  readonly #shift: number;
  readonly #edges: Int32Array;
  /** Start and key in the order of the buckets. */
  readonly #starts: Int32Array;
  readonly #keys: Int32Array;

  constructor(starts: Int32Array, keys: Int32Array, positions: Positions) {
    const { costs } = positions;
    const bits = Math.min(20, Math.max(4, Math.ceil(Math.log2(starts.length + 1))));
    const shift = 32 - bits;
    const byCost = countingSort(starts.length, 256, (i) => costs[starts[i] as number] as number);
    const bucketOf = (i: number) =>
      Math.imul(keys[byCost.order[i] as number] as number, SCATTER) >>> shift;
    const { order, edges } = countingSort(starts.length, 2 ** bits, bucketOf);
    this.#positions = positions;
    this.#shift = shift;
    this.#edges = edges;
    this.#starts = new Int32Array(starts.length);
    this.#keys = new Int32Array(starts.length);
    for (let i = 0; i < order.length; i++) {
      const at = byCost.order[order[i] as number] as number;
      this.#starts[i] = starts[at] as number;
      this.#keys[i] = keys[at] as number;
    }
  }

  /** The hits of some ends. Time: linear in them, and in the pairs within the budget divided by the number of keys. */
  join({ ends, keys, storedBytes, budget, isTelling }: NarrowEnds): Hit[] {
    const { costs } = this.#positions;
    const [edges, starts, startKeys, shift] = [this.#edges, this.#starts, this.#keys, this.#shift];
    const hits = new HitList();
    for (let e = 0; e < ends.length; e++) {
      const q = ends[e] as number;
      const key = keys[e] as number;
      const bucket = Math.imul(key, SCATTER) >>> shift;
      const last = edges[bucket + 1] as number;
      let kept = 0;
      for (let i = edges[bucket] as number; i < last && kept < MOST_STARTS; i++) {
        const start = starts[i] as number;
        if (startKeys[i] !== key || start + LEAST_COVERED > q - storedBytes) continue;
        const cost =
          (costs[start] as number) + this.#positions.costOfValue(q - storedBytes, storedBytes);
        if (cost > budget) break;
        const hit = { start, end: q, cost };
        if (!isTelling(hit)) continue;
        kept++;
        hits.add(hit);
      }
    }
    return hits.done();
  }
}

/** Stable order by a small number. `edges[n]`: where those of the number n begin. */
function countingSort(count: number, classes: number, classOf: (i: number) => number) {
  const edges = new Int32Array(classes + 1);
  const of = new Int32Array(count);
  for (let i = 0; i < count; i++) {
    const c = classOf(i);
    of[i] = c;
    edges[c + 1] = (edges[c + 1] as number) + 1;
  }
  for (let c = 0; c < classes; c++) edges[c + 1] = (edges[c + 1] as number) + (edges[c] as number);
  const next = edges.slice(0, classes);
  const order = new Int32Array(count);
  for (let i = 0; i < count; i++) {
    const c = of[i] as number;
    const at = next[c] as number;
    order[at] = i;
    next[c] = at + 1;
  }
  return { order, edges };
}

/** A set of keys of which it is soon told whether one may be in it: one bit for each of 2^bits scattered keys. */
class KeyFilter {
  readonly #words: Int32Array;
  readonly #shift: number;
  readonly #scatter: number;

  /** `scatter`: filters that follow each other need different ones, else what passed the first passes the second. */
  constructor(count: number, scatter: number) {
    // four times as many bits as keys, one megabyte at most: what the second cache of a core holds
    const bits = Math.min(23, Math.max(10, Math.ceil(Math.log2(count + 1)) + 2));
    this.#words = new Int32Array(2 ** (bits - 5));
    this.#shift = 32 - bits;
    this.#scatter = scatter | 0;
  }

  add(keys: Int32Array, count: number): void {
    const words = this.#words;
    const shift = this.#shift;
    const scatter = this.#scatter;
    for (let i = 0; i < count; i++) {
      const bit = Math.imul(keys[i] as number, scatter) >>> shift;
      words[bit >>> 5] = (words[bit >>> 5] as number) | (1 << (bit & 31));
    }
  }

  /** Keeps the positions from `from` on whose keys may be in the set. Without a branch: one would be guessed wrong too often. */
  keep(keys: Int32Array, { from, to, skip }: Span, left: KeyedPositions): void {
    const words = this.#words;
    const shift = this.#shift;
    const scatter = this.#scatter;
    left.makeRoom(to - from);
    const { positions, keys: kept } = left;
    let count = left.count;
    for (let i = skip; i < to - from; i++) {
      const key = keys[i] as number;
      const bit = Math.imul(key, scatter) >>> shift;
      positions[count] = from + i;
      kept[count] = key;
      count += ((words[bit >>> 5] as number) >>> (bit & 31)) & 1;
    }
    left.count = count;
  }

  /** Those of some positions whose keys may be in the set. */
  among({ positions, keys, count }: KeyedPositions): KeyedPositions {
    const left = new KeyedPositions(count + 1);
    this.keep(keys, { from: 0, to: count, skip: 0 }, left);
    for (let i = 0; i < left.count; i++)
      left.positions[i] = positions[left.positions[i] as number] as number;
    return left;
  }
}

interface Span {
  readonly from: number;
  readonly to: number;
  /** So many of the first are passed over. */
  readonly skip: number;
}

/** Positions with their keys, as many as come. */
class KeyedPositions {
  positions: Int32Array<ArrayBuffer>;
  keys: Int32Array<ArrayBuffer>;
  count = 0;

  /** `expected`: room for so many at first. */
  constructor(expected: number) {
    const room = Math.max(1024, Math.ceil(expected));
    this.positions = new Int32Array(room);
    this.keys = new Int32Array(room);
  }

  /** Room for `more`, and one that is written over. */
  makeRoom(more: number): void {
    while (this.count + more + 1 > this.positions.length) {
      this.positions = grown(this.positions);
      this.keys = grown(this.keys);
    }
  }
}

function grown(old: Int32Array): Int32Array<ArrayBuffer> {
  const out = new Int32Array(old.length * 2);
  out.set(old);
  return out;
}

/**
 * Joins all positions of an image, for several ways to store a value of one algorithm (they share their starts): ends are looked up in a
 * small set of bits of the starts, starts in one of the ends that are left, and only what is left of both is joined by a table.
 * Time: linear. Memory: a few bytes for each position beyond the prefixes. Gives the hits of each, of equal starts the cheapest.
 */
export function joinAll(sources: readonly KeySource[], positions: Positions): readonly Hit[][] {
  const [first] = sources as readonly [KeySource, ...KeySource[]];
  const { costs, length } = positions;
  const startFilter = new KeyFilter(length, SCATTER);
  eachChunk(length, first.fillStarts.bind(first), (keys, from, to) =>
    startFilter.add(keys, to - from)
  );
  const endFilter = new KeyFilter(length, OTHER_SCATTER);
  const ends = sources.map((source) => {
    const left = new KeyedPositions(length / 4);
    const least = source.variant.storedBytes + LEAST_COVERED;
    eachChunk(length, source.fillEnds.bind(source), (keys, from, to) =>
      startFilter.keep(keys, { from, to, skip: Math.max(0, least - from) }, left)
    );
    endFilter.add(left.keys, left.count);
    return left;
  });
  const starts = new KeyedPositions(length / 8);
  eachChunk(length, first.fillStarts.bind(first), (keys, from, to) =>
    endFilter.keep(keys, { from, to, skip: 0 }, starts)
  );
  // what is left is few: once more the ends by the starts, and the starts by the ends
  const fewStarts = new KeyFilter(starts.count, THIRD_SCATTER);
  fewStarts.add(starts.keys, starts.count);
  const fewEnds = ends.map((left) => fewStarts.among(left));
  const lastFilter = new KeyFilter(starts.count, SCATTER);
  for (const left of fewEnds) lastFilter.add(left.keys, left.count);
  const table = new CheapestStart(lastFilter.among(starts), costs);
  return sources.map((source, n) =>
    joinLeft(table, fewEnds[n] as KeyedPositions, source, positions)
  );
}

/**
 * The starts of each key, what costs least first. One alone is not enough: after a value whose own remainder is zero the place behind it has the key of the start,
 * and may be the rounder of the two.
 */
class CheapestStart {
  readonly #slots: Int32Array;
  /** The next start with the same key; -1 for none. */
  readonly #next: Int32Array;
  readonly #mask: number;
  readonly #starts: KeyedPositions;

  constructor(starts: KeyedPositions, costs: Uint8Array) {
    const bits = Math.max(4, Math.ceil(Math.log2(starts.count + 1)) + 1);
    this.#slots = new Int32Array(2 ** bits).fill(-1);
    this.#next = new Int32Array(starts.count).fill(-1);
    this.#mask = 2 ** bits - 1;
    this.#starts = starts;
    for (let i = 0; i < starts.count; i++) {
      if (costs[starts.positions[i] as number] === NOWHERE) continue;
      this.#add(i, (n) => costs[starts.positions[n] as number] as number);
    }
  }

  #add(i: number, cost: (n: number) => number): void {
    const slot = this.#slotOf(this.#starts.keys[i] as number);
    let before = -1;
    let at = this.#slots[slot] as number;
    for (let n = 0; at >= 0 && cost(at) <= cost(i); n++) {
      // of many, as in a stretch of one value, the rest tells nothing new
      if (n === MOST_STARTS) return;
      before = at;
      at = this.#next[at] as number;
    }
    this.#next[i] = at;
    if (before < 0) this.#slots[slot] = i;
    else this.#next[before] = i;
  }

  #slotOf(key: number): number {
    let slot = (Math.imul(key, SCATTER) >>> 7) & this.#mask;
    for (;;) {
      const i = this.#slots[slot] as number;
      if (i < 0 || this.#starts.keys[i] === key) return slot;
      slot = (slot + 1) & this.#mask;
    }
  }

  /** The cheapest start with this key that lies at `most` or before it; -1 for none. */
  find(key: number, most: number): number {
    let i = this.#slots[this.#slotOf(key)] as number;
    for (let n = 0; i >= 0 && n < MOST_STARTS; n++) {
      const start = this.#starts.positions[i] as number;
      if (start <= most) return start;
      i = this.#next[i] as number;
    }
    return -1;
  }
}

function joinLeft(
  table: CheapestStart,
  ends: KeyedPositions,
  { variant }: KeySource,
  { costs }: Positions
): Hit[] {
  const { storedBytes, wordBytes } = variant;
  const hits = new HitList();
  for (let i = 0; i < ends.count; i++) {
    const end = ends.positions[i] as number;
    const p = end - storedBytes;
    const start = table.find(ends.keys[i] as number, p - LEAST_COVERED);
    if (start < 0 || (p - start) % wordBytes !== 0) continue;
    // what lies inside a blank stretch is no stored value
    const endCost = Math.min(costs[p] as number, costs[end] as number);
    if (endCost === NOWHERE) continue;
    hits.add({ start, end, cost: (costs[start] as number) + endCost });
  }
  return hits.done();
}
