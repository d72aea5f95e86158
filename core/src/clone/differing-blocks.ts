import { joinRanges } from '../image/image.ts';
import type { Range } from '../image/range.ts';

/** What is written byte by byte is written in such pieces. Units: bytes. */
const PIECE_BYTES = 256;

/**
 * Pieces of a region in which the unit does not hold what is meant: whole erase blocks, or pieces of 256 bytes where nothing is erased. Ascending and joined.
 * Offsets from the start of the region. `found` as long as `meant`; what is missing of it differs.
 */
export function differingBlocks(
  meant: Uint8Array,
  found: Uint8Array,
  eraseBlockBytes: number | undefined
): Range[] {
  const size = eraseBlockBytes ?? PIECE_BYTES;
  const blocks: Range[] = [];
  for (let start = 0; start < meant.length; start += size) {
    const end = Math.min(meant.length, start + size);
    let at = start;
    while (at < end && meant[at] === found[at]) at++;
    if (at < end) blocks.push({ start, end });
  }
  return joinRanges(blocks);
}
