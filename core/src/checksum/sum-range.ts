import { fail, ok, type Result } from '../base/result.ts';
import { bytesOf, gapsIn, type SparseImage } from '../image/image.ts';
import type { Range } from '../image/range.ts';
import type { NamedChecksum } from './named.ts';

/**
 * A checksum over a range of addresses. Errors: `checksum.range.unknown` with the first address that nobody knows, `checksum.word.odd` where
 * the range is no whole number of its words.
 */
export function sumRange(
  image: SparseImage<unknown>,
  { name, wordBytes, compute }: NamedChecksum,
  range: Range
): Result<bigint> {
  const bytes = bytesOf(image, range);
  if (!bytes)
    return fail('checksum.range.unknown', {
      address: gapsIn(image, range)[0]?.start ?? range.start
    });
  if (bytes.length % wordBytes !== 0)
    return fail('checksum.word.odd', { name, bytes: bytes.length, word: wordBytes });
  return ok(compute(bytes));
}

/** A value in as many hexadecimal digits as the checksum has. Example: `0x29B1`. */
export function formatChecksum({ bits }: NamedChecksum, value: bigint): string {
  return `0x${value
    .toString(16)
    .toUpperCase()
    .padStart(Math.ceil(bits / 4), '0')}`;
}
