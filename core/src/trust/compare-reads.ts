import { equalBytes, findMismatch } from '../base/bytes.ts';
import type { Range } from '../image/range.ts';
import type { TimedRead } from './read-set.ts';

/** Reads that are the same to the last byte. Shape: numbers ascending. */
export interface ReadGroup {
  readonly numbers: readonly number[];
  readonly bytes: Uint8Array;
}

/** How reads stand to each other. */
export interface ReadComparison {
  /** The largest first, of as large ones the one that was read first. */
  readonly groups: readonly ReadGroup[];
  /** Length that all reads have. Units: bytes. */
  readonly commonBytes: number;
  readonly longestBytes: number;
  /** Offsets below `commonBytes` at which not all say the same, ascending. */
  readonly positions: Uint32Array;
  /** For each of `positions`: how many reads say what most say there. */
  readonly support: Uint8Array;
  /** `positions`, and what only longer reads have, as ranges. */
  readonly disputed: readonly Range[];
  /** Bytes in which two groups differ. Shape: by the places of both in `groups`; symmetrical. */
  readonly differing: readonly (readonly number[])[];
}

/** More ranges nobody looks at; the count of positions stays exact. */
const MOST_RANGES = 10_000;

/** Compares 1 to 16 reads of one region, of equal or different length. Memory: reads in place, one byte for each of the shortest. */
export function compareReads(reads: readonly TimedRead[]): ReadComparison {
  const groups = groupReads(reads);
  const lengths = groups.map((g) => g.bytes.length);
  const commonBytes = Math.min(...lengths, Infinity);
  const positions = collectPositions(groups, Number.isFinite(commonBytes) ? commonBytes : 0);
  const longestBytes = Math.max(0, ...lengths);
  const common = Number.isFinite(commonBytes) ? commonBytes : 0;
  const disputed = rangesOf(positions);
  if (longestBytes > common) addRange(disputed, { start: common, end: longestBytes });
  return {
    ...{ groups, commonBytes: common, longestBytes, positions, disputed },
    support: positions.length > 0 ? countSupport(groups, positions) : new Uint8Array(0),
    differing: countDiffering(groups, positions)
  };
}

/** Offsets that all have and at which not all say the same, ascending. */
export function findDisputed(reads: readonly TimedRead[]): Uint32Array {
  const common = Math.min(...reads.map((r) => r.bytes.length));
  return collectPositions(groupReads(reads), Number.isFinite(common) ? common : 0);
}

/** Reads by their content. */
function groupReads(reads: readonly TimedRead[]): ReadGroup[] {
  const groups: { numbers: number[]; bytes: Uint8Array }[] = [];
  for (const { number, bytes } of reads) {
    const group = groups.find((g) => equalBytes(g.bytes, bytes));
    if (group) group.numbers.push(number);
    else groups.push({ numbers: [number], bytes });
  }
  return groups.sort((a, b) => b.numbers.length - a.numbers.length);
}

function collectPositions(groups: readonly ReadGroup[], common: number): Uint32Array {
  const [first, ...others] = groups;
  if (!first || others.length === 0) return new Uint32Array(0);
  const marks = new Uint8Array(common);
  let count = 0;
  for (const { bytes } of others) {
    let i = findMismatch(first.bytes, bytes, 0, common);
    while (i < common) {
      if (marks[i] === 0) count++;
      marks[i] = 1;
      i++;
      if (i < common && first.bytes[i] === bytes[i])
        i = findMismatch(first.bytes, bytes, i, common);
    }
  }
  const positions = new Uint32Array(count);
  for (let i = 0, n = 0; n < count; i++) if (marks[i] === 1) positions[n++] = i;
  return positions;
}

function countSupport(groups: readonly ReadGroup[], positions: Uint32Array): Uint8Array {
  const support = new Uint8Array(positions.length);
  const counts = new Uint8Array(256);
  const contents = groups.map((g) => g.bytes);
  const sizes = groups.map((g) => g.numbers.length);
  for (let n = 0; n < positions.length; n++) {
    const at = positions[n] as number;
    let most = 0;
    for (let g = 0; g < contents.length; g++) {
      const value = (contents[g] as Uint8Array)[at] as number;
      const now = (counts[value] as number) + (sizes[g] as number);
      counts[value] = now;
      if (now > most) most = now;
    }
    for (let g = 0; g < contents.length; g++) counts[(contents[g] as Uint8Array)[at] as number] = 0;
    support[n] = most;
  }
  return support;
}

function countDiffering(groups: readonly ReadGroup[], positions: Uint32Array): number[][] {
  const table = groups.map(() => groups.map(() => 0));
  for (let a = 0; a < groups.length; a++)
    for (let b = a + 1; b < groups.length; b++) {
      const [x, y] = [groups[a] as ReadGroup, groups[b] as ReadGroup];
      let n = Math.abs(x.bytes.length - y.bytes.length);
      const common = Math.min(x.bytes.length, y.bytes.length);
      n += countAmong(x.bytes, y.bytes, positions);
      // what the shortest read of all has not, these two may have
      const from = (positions.at(-1) ?? -1) + 1;
      n += countBehind(x.bytes, y.bytes, from, common);
      (table[a] as number[])[b] = n;
      (table[b] as number[])[a] = n;
    }
  return table;
}

function countAmong(x: Uint8Array, y: Uint8Array, positions: Uint32Array): number {
  let n = 0;
  for (let i = 0; i < positions.length; i++) {
    const at = positions[i] as number;
    if (x[at] !== y[at]) n++;
  }
  return n;
}

function countBehind(x: Uint8Array, y: Uint8Array, from: number, to: number): number {
  let n = 0;
  for (let i = findMismatch(x, y, from, to); i < to; i = findMismatch(x, y, i + 1, to)) n++;
  return n;
}

/** Offsets as ranges. */
export function rangesOf(positions: ArrayLike<number>): Range[] {
  const ranges: Range[] = [];
  for (let i = 0; i < positions.length && ranges.length < MOST_RANGES; i++) {
    const at = positions[i] as number;
    addRange(ranges, { start: at, end: at + 1 });
  }
  return ranges;
}

function addRange(ranges: Range[], { start, end }: Range): void {
  const last = ranges.at(-1);
  if (last?.end === start) ranges[ranges.length - 1] = { start: last.start, end };
  else ranges.push({ start, end });
}

/** Disputed bytes by stretches of equal length over the longest read. Shape: `cells` counts. */
export function mapDisputes(
  { positions, longestBytes, commonBytes }: ReadComparison,
  cells: number
): number[] {
  const map = new Array<number>(cells).fill(0);
  if (longestBytes === 0) return map;
  const add = (at: number, n: number) => {
    const cell = Math.min(cells - 1, Math.floor((at * cells) / longestBytes));
    map[cell] = (map[cell] as number) + n;
  };
  for (const at of positions) add(at, 1);
  for (let cell = 0; cell < cells; cell++) {
    const start = Math.max(commonBytes, Math.ceil((cell * longestBytes) / cells));
    const end = Math.ceil(((cell + 1) * longestBytes) / cells);
    if (end > start) map[cell] = (map[cell] as number) + end - start;
  }
  return map;
}
