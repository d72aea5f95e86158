import { fail, ok, type Result } from '../base/result.ts';
import { gapsIn, type SparseImage } from '../image/image.ts';
import type { LoadedImage } from './read-options.ts';

/** A binary file is made no larger than this. Units: bytes. */
export const MOST_FLAT_BYTES = 256 * 2 ** 20;

/**
 * All bytes of an image as one binary file: from its first address, or from `base`, to its last. Memory: owns its bytes.
 * Errors: `format.hole.unfilled` where a hole is left and no `fill` is given, for what is unknown is not blank; `format.hole.large` above
 * {@link MOST_FLAT_BYTES}; `format.base.high` where the image begins below `base`.
 */
export function flattenImage(
  image: SparseImage<unknown>,
  { fill, base }: { readonly fill?: number | undefined; readonly base?: number | undefined } = {}
): Result<Uint8Array> {
  const first = image.pieces[0]?.range.start ?? 0;
  const start = base ?? first;
  const end = image.pieces.at(-1)?.range.end ?? start;
  if (first < start) return fail('format.base.high', { address: first, base: start });
  if (end - start > MOST_FLAT_BYTES)
    return fail('format.hole.large', { bytes: end - start, most: MOST_FLAT_BYTES });
  const [gap] = gapsIn(image, { start, end });
  if (gap && fill === undefined)
    return fail('format.hole.unfilled', { address: gap.start, bytes: gap.end - gap.start });
  const out = new Uint8Array(end - start).fill(fill ?? 0);
  for (const { range, bytes } of image.pieces) out.set(bytes, range.start - start);
  return ok(out);
}

/** An image from a file in which nothing is damaged. Error: `format.file.damaged` with the first finding of severity `stop`. */
export function requireSound<T extends LoadedImage>(loaded: T): Result<T> {
  const grave = loaded.findings.find((f) => f.severity === 'stop');
  return grave ? fail('format.file.damaged', { finding: grave.code }) : ok(loaded);
}
