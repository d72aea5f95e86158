import { equalBytes } from '../base/bytes.ts';
import { fail, ok, type Result } from '../base/result.ts';
import {
  bytesOf,
  gapsIn,
  imageOf,
  joinBytes,
  overlay,
  splitBytes,
  type SparseImage
} from '../image/image.ts';
import { overlaps, type Range } from '../image/range.ts';
import { applySteps, type TransformStep } from '../transform/steps.ts';

/** Bytes that are put from an address on. */
export interface ByteChange {
  readonly at: number;
  readonly becomes: Uint8Array;
}

/** A change with a name: bytes at some addresses, or steps over the whole image. The original is never altered: changes lie over it. */
export interface ImageEdit {
  readonly name: string;
  readonly changes: readonly ByteChange[];
  readonly steps: readonly TransformStep[];
}

/** A field that is carried and never edited. Units: addresses. */
export interface KeptField {
  readonly name: string;
  readonly range: Range;
}

/**
 * The image with all changes, in their order. Memory: pieces that nothing changes are views. Errors: `edit.address.unknown` where nothing is known
 * that could be changed, `field.value.kept` for a field that is only carried, `edit.image.holes` for steps over an image in several pieces, those
 * of {@link applySteps}.
 */
export function applyEdits<Origin>(
  image: SparseImage<Origin>,
  edits: readonly ImageEdit[],
  kept: readonly KeptField[] = []
): Result<SparseImage<Origin>> {
  let now = image;
  for (const edit of edits) {
    const made = applyEdit(now, edit, kept);
    if (!made.ok) return made;
    now = made.value;
  }
  return ok(now);
}

function applyEdit<Origin>(
  image: SparseImage<Origin>,
  { changes, steps }: ImageEdit,
  kept: readonly KeptField[]
): Result<SparseImage<Origin>> {
  let now = image;
  for (const { at, becomes } of changes) {
    const range = { start: at, end: at + becomes.length };
    const was = bytesOf(now, range);
    if (!was) return fail('edit.address.unknown', { address: gapsIn(now, range)[0]?.start ?? at });
    const field = kept.find(
      (k) => overlaps(k.range, range) && !leavesAlone(k.range, range, was, becomes)
    );
    if (field) return fail('field.value.kept', { name: field.name });
    const origin = now.pieces.find((p) => overlaps(p.range, range))?.origin;
    if (origin !== undefined) now = overlay(now, { range, bytes: becomes, origin });
  }
  // pieces that a change has cut are one again: rows of bytes stay rows
  if (changes.length > 0) now = joinPieces(now, image);
  return steps.length > 0 ? applyToAll(now, steps) : ok(now);
}

/** Does a change put there what stands there already? */
function leavesAlone(kept: Range, range: Range, was: Uint8Array, becomes: Uint8Array): boolean {
  const from = Math.max(0, kept.start - range.start);
  const to = Math.min(range.end, kept.end) - range.start;
  return equalBytes(was.slice(from, to), becomes.slice(from, to));
}

/** The pieces of `like`, with the bytes of `image`, which knows the same addresses. */
function joinPieces<Origin>(
  image: SparseImage<Origin>,
  like: SparseImage<Origin>
): SparseImage<Origin> {
  return imageOf(
    like.pieces.map((piece) => ({ ...piece, bytes: bytesOf(image, piece.range) ?? piece.bytes }))
  );
}

function applyToAll<Origin>(
  image: SparseImage<Origin>,
  steps: readonly TransformStep[]
): Result<SparseImage<Origin>> {
  const [only, ...more] = image.pieces;
  if (!only) return ok(image);
  if (more.length > 0) return fail('edit.image.holes', { pieces: image.pieces.length });
  const made = applySteps(joinBytes(image), steps);
  return made.ok ? ok(splitBytes(made.value, [only.range], only.origin)) : made;
}
