import type { Range } from '../image/range.ts';
import { confirm, tellingBits, type RawCandidate, type Way } from './confirm.ts';
import { LEAST_COVERED } from './join-keys.ts';
import { readStored, type KeySource } from './key-source.ts';
import type { Positions } from './positions.ts';

/** Ranges are made of so many positions, the most noteworthy: for values right before what they cover, and for those elsewhere. */
const LEADING_EDGES = 256;
const APART_EDGES = 48;
/** More of them are not kept. */
const MOST_APART = 4096;
/** A value of fewer bits is not looked for at every place: that would be no more than chance. */
const APART_BITS = 24;

/** The ways to store the value of one algorithm. They share their starts. */
export type Ways = readonly Way[];

/** Positions between which ranges are made, ascending. */
export interface Edges {
  readonly leading: Int32Array;
  readonly apart: Int32Array;
}

export function edgesOf(positions: Positions): Edges {
  const leading = positions.cheapest(LEADING_EDGES);
  const costs = Array.from(leading, (at) => positions.costs[at] as number).sort((a, b) => a - b);
  const most = costs[APART_EDGES - 1] ?? positions.most;
  const apart = leading.filter((at) => (positions.costs[at] as number) <= most);
  return { leading, apart: apart.slice(0, 2 * APART_EDGES) };
}

/**
 * Values that do not stand behind what they cover: right before it, or elsewhere: of 24 bits and more anywhere, narrower ones at noteworthy positions. Ranges begin and end at noteworthy
 * positions.
 */
export function findApart(ways: Ways, { leading, apart }: Edges): RawCandidate[] {
  const found = findLeading(ways, leading);
  found.push(...findAnywhere(ways, apart));
  return found;
}

const firstSource = ({ sources }: Way) => sources[0] as KeySource;
const sourceOf = (ways: Ways) => firstSource(ways[0] as Way);

function findLeading(ways: Ways, edges: Int32Array): RawCandidate[] {
  const first = sourceOf(ways);
  const { storedBytes, wordBytes } = first.variant;
  const starts = leadingStarts(edges, storedBytes);
  const keys = first.startsAt(starts);
  const found: RawCandidate[] = [];
  for (const way of ways) {
    const source = firstSource(way);
    const stored = Float64Array.from(starts, (a) =>
      readStored(source.bytes, a - storedBytes, storedBytes, source.variant.byteOrder)
    );
    for (const end of edges) {
      const count = countBelow(starts, end - LEAST_COVERED);
      const values = source.valuesTo(end, starts.subarray(0, count), keys);
      for (let i = 0; i < count; i++) {
        const start = starts[i] as number;
        if (values[i] !== stored[i] || (end - start) % wordBytes !== 0) continue;
        const raw = confirm(way, { start, end }, start - storedBytes);
        // half of all pairs lie the right way round, and a start counts before and behind the value
        if (raw) found.push({ ...raw, pairs: edges.length * edges.length });
      }
    }
  }
  return found;
}

/** Where what is covered begins: at an edge, or behind a value that stands at one. Ascending. */
function leadingStarts(edges: Int32Array, storedBytes: number): Int32Array {
  const starts = new Set<number>();
  const end = edges.at(-1) ?? 0;
  for (const edge of edges) {
    if (edge >= storedBytes) starts.add(edge);
    if (edge + storedBytes <= end) starts.add(edge + storedBytes);
  }
  return Int32Array.from(starts).sort();
}

/** How many of ascending numbers are no more than `most`. */
function countBelow(numbers: Int32Array, most: number): number {
  let low = 0;
  let high = numbers.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((numbers[middle] as number) <= most) low = middle + 1;
    else high = middle;
  }
  return low;
}

function findAnywhere(ways: Ways, edges: Int32Array): RawCandidate[] {
  const found: RawCandidate[] = [];
  for (const way of ways) {
    const source = firstSource(way);
    const { storedBytes } = source.variant;
    const { ranges, count } = valuesOfRanges(source, edges);
    const anywhere = source.variant.bits >= APART_BITS;
    const places = anywhere ? placesOf(ranges, source) : placesAtEdges(edges, source);
    const pairs = count * (anywhere ? source.bytes.length / 2 : 2 * edges.length);
    for (const at of places)
      for (const range of ranges.get(readAt(source, at)) ?? []) {
        // what stands beside its range is found by the other searches
        if (at <= range.end && at + storedBytes >= range.start) continue;
        const raw = confirm(way, range, at);
        if (raw && found.length < MOST_APART) found.push({ ...raw, pairs });
      }
  }
  return found;
}

const readAt = ({ bytes, variant }: KeySource, at: number) =>
  readStored(bytes, at, variant.storedBytes, variant.byteOrder);

/** A value that tells less is not looked for elsewhere: at least half of its bytes say something. Units: bits. */
const leastTelling = ({ variant }: KeySource) => 4 * variant.storedBytes + 1;

/** The ranges between edges by their values. */
function valuesOfRanges(source: KeySource, edges: Int32Array) {
  const ranges = new Map<number, Range[]>();
  const keys = source.startsAt(edges);
  let count = 0;
  for (const end of edges) {
    const before = countBelow(edges, end - LEAST_COVERED);
    const values = source.valuesTo(end, edges.subarray(0, before), keys);
    for (let i = 0; i < before; i++) {
      const start = edges[i] as number;
      if ((end - start) % source.variant.wordBytes !== 0) continue;
      count++;
      const value = values[i] as number;
      // a value of nothing but 00 and FF stands everywhere
      if (tellingBits(value, source.variant.storedBytes) < leastTelling(source)) continue;
      const same = ranges.get(value);
      if (same) same.push({ start, end });
      else ranges.set(value, [{ start, end }]);
    }
  }
  return { ranges, count };
}

/** A narrow value is looked for only where an edge is: right before it and right behind it. */
function placesAtEdges(edges: Int32Array, { bytes, variant }: KeySource): number[] {
  const { storedBytes } = variant;
  return [...edges]
    .flatMap((edge) => [edge - storedBytes, edge])
    .filter((at) => at >= 0 && at + storedBytes <= bytes.length);
}

/** Even addresses at which one of the values may stand, by two of its bytes. Time: linear in the image. */
function placesOf(ranges: ReadonlyMap<number, unknown>, { bytes, variant }: KeySource): number[] {
  const { storedBytes, byteOrder } = variant;
  const filter = new Uint8Array(65_536);
  for (const value of ranges.keys()) filter[value & 0xffff] = 1;
  const [low, high] = byteOrder === 'little' ? [0, 1] : [storedBytes - 1, storedBytes - 2];
  const places: number[] = [];
  for (let at = 0; at + storedBytes <= bytes.length; at += 2)
    if (filter[(bytes[at + low] as number) | ((bytes[at + high] as number) << 8)] === 1)
      places.push(at);
  return places;
}
