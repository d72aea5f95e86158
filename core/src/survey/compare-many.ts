import { findMismatch } from '../base/bytes.ts';
import type { Finding } from '../image/finding.ts';
import {
  alignImages,
  equalContent,
  inOneRow,
  joinRanges,
  sliceImage,
  type SparseImage
} from '../image/image.ts';
import { lengthOf, type Range } from '../image/range.ts';
import { matchContent } from './match-content.ts';

/** How two to eight images differ. */
export interface ManyComparison {
  readonly verdict: 'equal' | 'differ';
  /** Numbers of the images, from 0, that hold the same; the largest group first. */
  readonly groups: readonly (readonly number[])[];
  /** Addresses that all know and at which not all hold the same. */
  readonly differingBytes: number;
  /** Where they lie, ascending, at most {@link MOST_RANGES}. */
  readonly ranges: readonly Range[];
  /** Addresses that only some know. */
  readonly partlyKnown: readonly { readonly range: Range; readonly which: readonly number[] }[];
  readonly findings: readonly Finding[];
}

export const MOST_RANGES = 10_000;
/** Content of another place is told where it is at least this long. Units: bytes. */
const SHIFTED_BYTES = 64;

/**
 * Compares images address by address. `names`: what the findings call them. Memory: reads in place where an image is in one piece. Errors:
 * RangeError for fewer than two. Content that only moved is found by looking for that of the first image at every distance.
 */
export function compareMany(
  images: readonly SparseImage<unknown>[],
  names: readonly string[] = images.map((_, i) => `image ${i + 1}`)
): ManyComparison {
  if (images.length < 2)
    throw new RangeError(`"images" expected two or more, got ${images.length}`);
  const groups = groupEqual(images);
  const none = { differingBytes: 0, ranges: [], partlyKnown: [], findings: [] };
  if (groups.length === 1) return { verdict: 'equal', groups, ...none };
  const ranges: Range[] = [];
  const partlyKnown: { range: Range; which: readonly number[] }[] = [];
  let differingBytes = 0;
  for (const { range, bytes } of alignImages(images)) {
    const known = bytes.filter((b) => b !== undefined);
    if (known.length === images.length) differingBytes += addDiffering(known, range.start, ranges);
    else
      addPartly(
        partlyKnown,
        range,
        [...images.keys()].filter((i) => bytes[i])
      );
  }
  const findings = [
    ...findingsOf({ bytes: differingBytes, ranges, partlyKnown }, names),
    ...findShifted(zonesOf(images, { ranges, partlyKnown }), groups, names)
  ];
  const shown = ranges.slice(0, MOST_RANGES);
  return { verdict: 'differ', groups, differingBytes, ranges: shown, partlyKnown, findings };
}

/** Adds a range that only some know; one that goes on from the last is told with it. */
function addPartly(
  list: { range: Range; which: readonly number[] }[],
  range: Range,
  which: readonly number[]
): void {
  const last = list.at(-1);
  if (last?.range.end === range.start && last.which.join() === which.join())
    last.range = { start: last.range.start, end: range.end };
  else list.push({ range, which });
}

function groupEqual(images: readonly SparseImage<unknown>[]): number[][] {
  const groups: number[][] = [];
  images.forEach((image, i) => {
    const group = groups.find((g) =>
      equalContent(images[g[0] as number] as SparseImage<unknown>, image)
    );
    if (group) group.push(i);
    else groups.push([i]);
  });
  return groups.sort((a, b) => b.length - a.length || (a[0] as number) - (b[0] as number));
}

/** Adds the ranges in which not all are equal and gives their bytes. */
function addDiffering(all: readonly Uint8Array[], base: number, ranges: Range[]): number {
  const [first, ...others] = all as [Uint8Array, ...Uint8Array[]];
  const length = first.length;
  const next = others.map((o) => findMismatch(first, o, 0, length));
  let differing = 0;
  for (let at = Math.min(...next); at < length;) {
    let end = at + 1;
    while (end < length && others.some((o) => o[end] !== first[end])) end++;
    differing += end - at;
    const last = ranges.at(-1);
    if (last?.end === base + at) ranges[ranges.length - 1] = { start: last.start, end: base + end };
    else if (ranges.length <= MOST_RANGES) ranges.push({ start: base + at, end: base + end });
    for (const [i, o] of others.entries())
      if ((next[i] as number) < end) next[i] = findMismatch(first, o, end, length);
    at = Math.min(...next);
  }
  return differing;
}

function findingsOf(
  {
    bytes,
    ranges,
    partlyKnown
  }: { bytes: number; ranges: readonly Range[]; partlyKnown: ManyComparison['partlyKnown'] },
  names: readonly string[]
): Finding[] {
  const findings: Finding[] = [];
  if (bytes > 0)
    findings.push({
      code: 'compare.content.differs',
      severity: 'look',
      params: { bytes, ranges: Math.min(ranges.length, MOST_RANGES) }
    });
  if (ranges.length > MOST_RANGES)
    findings.push({ code: 'compare.ranges.many', severity: 'note', params: { most: MOST_RANGES } });
  for (const { range, which } of partlyKnown.slice(0, 20)) {
    const params = {
      bytes: lengthOf(range),
      address: range.start,
      which: which.map((i) => names[i]).join(', ')
    };
    findings.push({ code: 'compare.range.only', severity: 'look', params, range });
  }
  return findings;
}

/** Content that moved stands where images differ, with a little around it. */
const AROUND_BYTES = 64;

/** What of images has to be looked through for content that moved; all of them where they differ in more places than are told. */
function zonesOf<Origin>(
  images: readonly SparseImage<Origin>[],
  { ranges, partlyKnown }: Pick<ManyComparison, 'ranges' | 'partlyKnown'>
): readonly SparseImage<Origin>[] {
  if (ranges.length > MOST_ZONES) return images;
  const zones = joinRanges(
    [...ranges, ...partlyKnown.map((p) => p.range)].map(({ start, end }) => ({
      start: Math.max(0, start - AROUND_BYTES),
      end: end + AROUND_BYTES
    }))
  );
  return images.map((image) => ({ pieces: zones.flatMap((z) => sliceImage(image, z).pieces) }));
}

/** Each zone is cut out by itself. */
const MOST_ZONES = 1000;

/** Content of the first image that stands elsewhere in one that differs: the longest stretch of each. */
function findShifted(
  images: readonly SparseImage<unknown>[],
  groups: readonly (readonly number[])[],
  names: readonly string[]
): Finding[] {
  const first = inOneRow(images[0] as SparseImage<unknown>);
  return groups.flatMap(([which = 0]) => {
    if (groups.some((g) => g.includes(0) && g.includes(which))) return [];
    const other = inOneRow(images[which] as SparseImage<unknown>);
    const moved = new Map<number, number>();
    for (const { a, b, bytes } of matchContent(first.bytes, other.bytes)) {
      const by = other.addressOf(b) - first.addressOf(a);
      if (by !== 0) moved.set(by, (moved.get(by) ?? 0) + bytes);
    }
    const [longest] = [...moved].sort((x, y) => y[1] - x[1]);
    if (!longest || longest[1] < SHIFTED_BYTES) return [];
    const [by, bytes] = longest;
    return [
      {
        code: 'compare.content.shifted',
        severity: 'note',
        params: { bytes, by, which: names[which] ?? '' }
      } as const
    ];
  });
}
