import { fail, ok, type Result } from '../base/result.ts';
import type { Region } from '../profile/profile.ts';

/** Largest file that is taken at all. Units: bytes. */
export const MAX_IMAGE_BYTES = 33_554_432;

/**
 * Decides whether a raw binary can be a read of `region`, by size alone.
 * Errors: `image.size.empty`, `image.size.huge`, `image.size.wrong` (found and expected, in bytes).
 */
export function checkImageSize(region: Region, lengthBytes: number): Result<true> {
  const params = { found: lengthBytes, expected: region.lengthBytes, region: region.name };
  if (lengthBytes === 0) return fail('image.size.empty', params);
  if (lengthBytes > MAX_IMAGE_BYTES)
    return fail('image.size.huge', { ...params, most: MAX_IMAGE_BYTES });
  if (lengthBytes !== region.lengthBytes) return fail('image.size.wrong', params);
  return ok(true);
}
