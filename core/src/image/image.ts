import { concatBytes, equalBytes } from '../base/bytes.ts';
import { contains, lengthOf, overlaps, sameRanges, type Range } from './range.ts';

/** Bytes that stand at a range of addresses, and where they came from. Shape: as many bytes as addresses. */
export interface Piece<Origin> {
  readonly range: Range;
  readonly bytes: Uint8Array;
  readonly origin: Origin;
}

/**
 * A memory image of which not every address need be known. Pieces are ascending, never empty and never overlap; what lies
 * between them is unknown, which is not the same as blank. A plain value: nothing of it is changed in place.
 */
export interface SparseImage<Origin> {
  readonly pieces: readonly Piece<Origin>[];
}

/**
 * An image of these pieces, in any order; empty ones are left out. Memory: the bytes are not copied.
 * Errors: RangeError where bytes and range differ in length, or two pieces overlap (lay one over the other with {@link overlay}).
 */
export function imageOf<Origin>(pieces: readonly Piece<Origin>[]): SparseImage<Origin> {
  const sorted = pieces
    .filter((p) => lengthOf(p.range) > 0 || p.bytes.length > 0)
    .sort((a, b) => a.range.start - b.range.start);
  sorted.forEach(({ range, bytes }, i) => {
    if (bytes.length !== lengthOf(range))
      throw new RangeError(`"bytes" expected ${lengthOf(range)}, got ${bytes.length}`);
    const next = sorted[i + 1];
    if (next && overlaps(range, next.range))
      throw new RangeError(`"pieces" expected no overlap, got one at ${next.range.start}`);
  });
  return { pieces: sorted };
}

/** The image with `piece` laid over it: what it covers counts, what is beside it stays with its own origin. */
export function overlay<Origin>(
  { pieces }: SparseImage<Origin>,
  piece: Piece<Origin>
): SparseImage<Origin> {
  const { start, end } = piece.range;
  const kept = pieces.flatMap((p) => [
    cut(p, { start: p.range.start, end: Math.min(p.range.end, start) }),
    cut(p, { start: Math.max(p.range.start, end), end: p.range.end })
  ]);
  return imageOf([...kept.filter((p) => p !== undefined), piece]);
}

/** The part of an image inside `range`. Memory: views of the same bytes. */
export function sliceImage<Origin>(
  { pieces }: SparseImage<Origin>,
  range: Range
): SparseImage<Origin> {
  return { pieces: pieces.flatMap((p) => cut(p, range) ?? []) };
}

function cut<Origin>(piece: Piece<Origin>, range: Range): Piece<Origin> | undefined {
  const start = Math.max(piece.range.start, range.start);
  const end = Math.min(piece.range.end, range.end);
  if (start >= end) return undefined;
  const from = start - piece.range.start;
  return { ...piece, range: { start, end }, bytes: piece.bytes.subarray(from, from + end - start) };
}

/** Ranges that are known, touching ones joined. */
export function knownRanges({ pieces }: SparseImage<unknown>): Range[] {
  return joinRanges(pieces.map((p) => p.range));
}

/** Ranges in ascending order, overlapping and touching ones joined; empty ones are left out. */
export function joinRanges(ranges: readonly Range[]): Range[] {
  const joined: Range[] = [];
  for (const range of ranges.filter((r) => lengthOf(r) > 0).sort((a, b) => a.start - b.start)) {
    const last = joined.at(-1);
    if (last && range.start <= last.end)
      joined[joined.length - 1] = { start: last.start, end: Math.max(last.end, range.end) };
    else joined.push(range);
  }
  return joined;
}

/** What of `range` is not known, ascending. */
export function gapsIn(image: SparseImage<unknown>, range: Range): Range[] {
  const gaps: Range[] = [];
  let at = range.start;
  for (const known of knownRanges(sliceImage(image, range))) {
    if (known.start > at) gaps.push({ start: at, end: known.start });
    at = known.end;
  }
  if (at < range.end) gaps.push({ start: at, end: range.end });
  return gaps;
}

/** The bytes of a whole range; undefined where any of it is unknown. Memory: a view where one piece holds it, else a copy. */
export function bytesOf(image: SparseImage<unknown>, range: Range): Uint8Array | undefined {
  const whole = image.pieces.find((p) => contains(p.range, range));
  if (whole) return cut(whole, range)?.bytes ?? new Uint8Array(0);
  if (gapsIn(image, range).length > 0) return undefined;
  return concatBytes(sliceImage(image, range).pieces.map((p) => p.bytes));
}

/** All bytes that are known, one piece after the other. */
export function joinBytes({ pieces }: SparseImage<unknown>): Uint8Array {
  const [only] = pieces;
  return only && pieces.length === 1 ? only.bytes : concatBytes(pieces.map((p) => p.bytes));
}

/** All bytes that are known in one row, and the address of each by its place there. */
export function inOneRow(image: SparseImage<unknown>): {
  readonly bytes: Uint8Array;
  readonly addressOf: (offset: number) => number;
} {
  const { pieces } = image;
  const offsets: number[] = [];
  let offset = 0;
  for (const { range } of pieces) {
    offsets.push(offset);
    offset += lengthOf(range);
  }
  const addressOf = (at: number) => {
    let low = 0;
    let high = pieces.length;
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if ((offsets[middle] as number) <= at) low = middle;
      else high = middle;
    }
    return (pieces[low]?.range.start ?? 0) + at - (offsets[low] ?? 0);
  };
  return { bytes: joinBytes(image), addressOf };
}

/** A range in which each of several images is known as a whole or not at all, and its bytes in each. */
export interface AlignedRange {
  readonly range: Range;
  readonly bytes: readonly (Uint8Array | undefined)[];
}

/** Cuts images where any of them begins or ends, ascending; what none knows is left out. In one walk. Memory: views. */
export function* alignImages(images: readonly SparseImage<unknown>[]): Generator<AlignedRange> {
  const edges = [
    ...new Set(images.flatMap((i) => i.pieces.flatMap(({ range }) => [range.start, range.end])))
  ].sort((a, b) => a - b);
  const next = images.map(() => 0);
  for (let e = 1; e < edges.length; e++) {
    const range = { start: edges[e - 1] as number, end: edges[e] as number };
    const bytes = images.map(({ pieces }, i) => {
      while ((pieces[next[i] as number]?.range.end ?? Infinity) <= range.start)
        next[i] = (next[i] as number) + 1;
      const piece = pieces[next[i] as number];
      return piece && contains(piece.range, range) ? cut(piece, range)?.bytes : undefined;
    });
    if (bytes.some((b) => b !== undefined)) yield { range, bytes };
  }
}

/** Cuts bytes that were joined back into their ranges. Error: RangeError where they are not as long as the ranges. */
export function splitBytes<Origin>(
  bytes: Uint8Array,
  ranges: readonly Range[],
  origin: Origin
): SparseImage<Origin> {
  const length = ranges.reduce((sum, r) => sum + lengthOf(r), 0);
  if (length !== bytes.length)
    throw new RangeError(`"bytes" expected ${length}, got ${bytes.length}`);
  let at = 0;
  return imageOf(
    ranges.map((range) => {
      const piece = { range, bytes: bytes.subarray(at, at + lengthOf(range)), origin };
      at += lengthOf(range);
      return piece;
    })
  );
}

/**
 * What an image holds, in the parts that its SHA-256 is taken over: its addresses as text, then its bytes. One piece from address 0 is its bytes
 * alone. Told in docs/patch.md.
 */
export function* hashedParts(image: SparseImage<unknown>): Generator<string | Uint8Array> {
  const ranges = knownRanges(image);
  if (ranges.length > 1 || ranges[0]?.start !== 0)
    for (const { start, end } of ranges) yield `${start}-${end};`;
  for (const { bytes } of image.pieces) yield bytes;
}

/** True where both know the same addresses and the same bytes there, wherever they came from. */
export function equalContent(a: SparseImage<unknown>, b: SparseImage<unknown>): boolean {
  return sameRanges(knownRanges(a), knownRanges(b)) && equalBytes(joinBytes(a), joinBytes(b));
}
