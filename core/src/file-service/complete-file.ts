import { fail, ok, type Result } from '../base/result.ts';
import {
  bytesOf,
  gapsIn,
  imageOf,
  joinRanges,
  knownRanges,
  overlay,
  type SparseImage
} from '../image/image.ts';
import { lengthOf, type Range } from '../image/range.ts';

/**
 * The bytes of a whole region out of a file with holes: what did not go out to the service is the unit's own. Only the ranges that were left out may be
 * holes. Shape: as long as the region. Errors: `files.file.short` (it lacks more than that), `files.file.beyond` (it has bytes outside the region).
 */
export function completeFile(
  file: SparseImage<unknown>,
  region: Range,
  { own, leftOut }: { readonly own: Uint8Array | undefined; readonly leftOut: readonly Range[] }
): Result<Uint8Array> {
  const beyond = knownRanges(file).find((r) => r.start < region.start || r.end > region.end);
  if (beyond) return fail('files.file.beyond', { first: beyond.start });
  const gaps = gapsIn(file, region);
  const missing = gaps.find(
    (gap) => !joinRanges(leftOut).some((r) => r.start <= gap.start && gap.end <= r.end)
  );
  if (missing || (gaps.length > 0 && !own))
    return fail('files.file.short', {
      bytes: gaps.reduce((n, g) => n + lengthOf(g), 0),
      first: gaps[0]?.start ?? region.start
    });
  const whole: SparseImage<unknown> = own
    ? imageOf<unknown>([{ range: region, bytes: own, origin: 'own' }])
    : file;
  const bytes = bytesOf(own ? file.pieces.reduce(overlay, whole) : file, region);
  return bytes ? ok(bytes) : fail('files.file.short', { bytes: 0, first: region.start });
}
