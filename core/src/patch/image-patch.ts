import { findMismatch, formatHex, parseHex } from '../base/bytes.ts';
import { fail, ok, type Result } from '../base/result.ts';
import {
  alignImages,
  bytesOf,
  gapsIn,
  imageOf,
  knownRanges,
  sliceImage,
  type Piece,
  type SparseImage
} from '../image/image.ts';
import { lengthOf, overlaps, type Range } from '../image/range.ts';

/** One change: from `at` on `was` stood and `becomes` shall stand; null for addresses that one side does not know. */
export interface PatchChange {
  readonly range: Range;
  readonly was: Uint8Array | undefined;
  readonly becomes: Uint8Array | undefined;
}

/** The difference of two images. The format of its file is told in docs/patch.md. */
export interface ImagePatch {
  /** SHA-256 of the content it was made from, and of what it makes of it; lower-case hex. */
  readonly fromSha256: string;
  readonly toSha256: string;
  readonly changes: readonly PatchChange[];
}

/** Changes closer than this are told as one. Units: bytes. */
const JOIN_BYTES = 8;

/** The changes that make `to` of `from`, ascending. */
export function diffImages(from: SparseImage<unknown>, to: SparseImage<unknown>): PatchChange[] {
  const changes: PatchChange[] = [];
  for (const { range, bytes } of alignImages([from, to])) {
    const [was, becomes] = bytes;
    if (was && becomes) changes.push(...diffBytes(was, becomes, range.start));
    else changes.push({ range, was, becomes });
  }
  return changes;
}

function diffBytes(was: Uint8Array, becomes: Uint8Array, base: number): PatchChange[] {
  const ranges: { start: number; end: number }[] = [];
  for (let at = findMismatch(was, becomes, 0, was.length); at < was.length;) {
    let end = at + 1;
    while (end < was.length && was[end] !== becomes[end]) end++;
    const last = ranges.at(-1);
    if (last && at - last.end < JOIN_BYTES) last.end = end;
    else ranges.push({ start: at, end });
    at = findMismatch(was, becomes, end, was.length);
  }
  return ranges.map(({ start, end }) => ({
    range: { start: base + start, end: base + end },
    was: was.subarray(start, end),
    becomes: becomes.subarray(start, end)
  }));
}

/** The same patch the other way round. */
export function reversePatch({ fromSha256, toSha256, changes }: ImagePatch): ImagePatch {
  return {
    fromSha256: toSha256,
    toSha256: fromSha256,
    changes: changes.map(({ range, was, becomes }) => ({ range, was: becomes, becomes: was }))
  };
}

/**
 * The image with all changes made; every one is looked at first. Memory: views where nothing changes. Errors: `patch.content.other` with the
 * first address at which something else stands than was said.
 */
export function applyPatch<Origin>(
  image: SparseImage<Origin>,
  { changes }: ImagePatch,
  origin: Origin
): Result<SparseImage<Origin>> {
  for (const { range, was } of changes) {
    const stands = was && bytesOf(image, range);
    const address = was
      ? stands
        ? range.start + findMismatch(stands, was, 0, was.length)
        : (gapsIn(image, range)[0]?.start ?? range.start)
      : knownRanges(sliceImage(image, range))[0]?.start;
    if (address !== undefined && address < range.end)
      return fail('patch.content.other', { address, bytes: lengthOf(range) });
  }
  return ok(imageOf(rebuild(image.pieces, changes, origin)));
}

/** Pieces without what is changed, and what stands there now. In one walk over both. */
function rebuild<Origin>(
  pieces: readonly Piece<Origin>[],
  changes: readonly PatchChange[],
  origin: Origin
): Piece<Origin>[] {
  const sorted = changes.toSorted((a, b) => a.range.start - b.range.start);
  const kept: Piece<Origin>[] = [];
  let c = 0;
  for (const piece of pieces) {
    let at = piece.range.start;
    while (c < sorted.length && (sorted[c] as PatchChange).range.end <= at) c++;
    for (let i = c; i < sorted.length; i++) {
      const { range } = sorted[i] as PatchChange;
      if (range.start >= piece.range.end) break;
      keep(kept, piece, { start: at, end: range.start });
      at = Math.max(at, range.end);
    }
    keep(kept, piece, { start: at, end: piece.range.end });
  }
  const written = sorted.flatMap(({ range, becomes }) =>
    becomes ? [{ range, bytes: becomes, origin }] : []
  );
  return [...kept, ...written];
}

function keep<Origin>(kept: Piece<Origin>[], piece: Piece<Origin>, range: Range): void {
  if (range.start >= range.end) return;
  const from = range.start - piece.range.start;
  kept.push({ ...piece, range, bytes: piece.bytes.subarray(from, from + lengthOf(range)) });
}

/** The file of a patch: JSON, one change a line. */
export function writePatch({ fromSha256, toSha256, changes }: ImagePatch): string {
  const lines = changes.map(({ range, was, becomes }) =>
    JSON.stringify({
      ...{ at: range.start, length: lengthOf(range) },
      ...{ was: was ? formatHex(was) : null, becomes: becomes ? formatHex(becomes) : null }
    })
  );
  const head = `"format":"image-patch","version":1,"fromSha256":"${fromSha256}","toSha256":"${toSha256}"`;
  return `{${head},"changes":[\n${lines.join(',\n')}\n]}\n`;
}

const SHA256 = /^[0-9a-f]{64}$/;
const ADDRESS_SPACE = 2 ** 32;

/** Reads a patch. Errors: `patch.file.malformed` with the place. Nothing of a patch that is not understood whole is taken. */
export function readPatch(text: string): Result<ImagePatch> {
  let file: unknown;
  try {
    file = JSON.parse(text);
  } catch {
    return fail('patch.file.malformed', { where: 'it is no JSON' });
  }
  const record = asRecord(file);
  if (record['format'] !== 'image-patch') return fail('patch.file.malformed', { where: 'format' });
  if (record['version'] !== 1) return fail('patch.file.malformed', { where: 'version' });
  const { fromSha256, toSha256, changes } = record;
  if (typeof fromSha256 !== 'string' || !SHA256.test(fromSha256))
    return fail('patch.file.malformed', { where: 'fromSha256' });
  if (typeof toSha256 !== 'string' || !SHA256.test(toSha256))
    return fail('patch.file.malformed', { where: 'toSha256' });
  if (!Array.isArray(changes)) return fail('patch.file.malformed', { where: 'changes' });
  const read: PatchChange[] = [];
  for (const [i, entry] of changes.entries()) {
    const change = readChange(entry);
    if (!change) return fail('patch.file.malformed', { where: `changes ${i + 1}` });
    read.push(change);
  }
  const sorted = read.toSorted((a, b) => a.range.start - b.range.start);
  const clash = sorted.findIndex(
    (c, i) => i > 0 && overlaps(c.range, (sorted[i - 1] as PatchChange).range)
  );
  if (clash >= 0)
    return fail('patch.file.malformed', {
      where: `two changes of ${(sorted[clash] as PatchChange).range.start}`
    });
  return ok({ fromSha256, toSha256, changes: sorted });
}

const asRecord = (value: unknown): Record<string, unknown> =>
  typeof value === 'object' && value !== null ? (value as Record<string, unknown>) : {};

function readChange(entry: unknown): PatchChange | undefined {
  const { at, length, was, becomes } = asRecord(entry);
  if (!isCount(at) || !isCount(length) || length === 0 || at + length > ADDRESS_SPACE)
    return undefined;
  const sides = [was, becomes].map((side) => readSide(side, length));
  if (sides.includes('malformed') || (was === null && becomes === null)) return undefined;
  const [before, after] = sides as (Uint8Array | undefined)[];
  return { range: { start: at, end: at + length }, was: before, becomes: after };
}

const isCount = (value: unknown): value is number =>
  Number.isSafeInteger(value) && (value as number) >= 0;

function readSide(side: unknown, length: number): Uint8Array | undefined | 'malformed' {
  if (side === null) return undefined;
  const bytes = typeof side === 'string' ? parseHex(side) : undefined;
  return bytes?.length === length ? bytes : 'malformed';
}
