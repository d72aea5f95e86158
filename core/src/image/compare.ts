import { findMismatch } from '../base/bytes.ts';
import type { Range } from './range.ts';

/** How two images of the same length differ. */
export interface Comparison {
  /** Number of bytes that differ. */
  readonly differingBytes: number;
  /** Ranges that hold the differences; neighbours closer than the gap are joined. */
  readonly ranges: readonly Range[];
  /** True when the list of ranges was cut at its limit (the count is still exact). */
  readonly cut: boolean;
  /** Differing bits that are 1 in `a` and 0 in `b`, and the reverse. */
  readonly bitsLost: number;
  readonly bitsGained: number;
}

/**
 * Compares two images byte for byte.
 * Shape: ranges are half-open offsets, ascending. Memory: reads both in place.
 * Errors: throws RangeError when the lengths differ (compare sizes first).
 * Example: `compareImages(a, b).differingBytes === 0` means equal.
 */
export function compareImages(
  a: Uint8Array,
  b: Uint8Array,
  { joinGapBytes = 16, maxRanges = 256 } = {}
): Comparison {
  if (a.length !== b.length) {
    throw new RangeError(`"b" expected ${a.length} bytes, got ${b.length}`);
  }
  const ranges: { start: number; end: number }[] = [];
  let differingBytes = 0;
  let bitsLost = 0;
  let bitsGained = 0;
  let cut = false;
  let i = findMismatch(a, b, 0, a.length);
  while (i < a.length) {
    const va = a[i] as number;
    const vb = b[i] as number;
    differingBytes++;
    bitsLost += countBits(va & ~vb);
    bitsGained += countBits(vb & ~va);
    const last = ranges.at(-1);
    if (last && i - last.end < joinGapBytes) last.end = i + 1;
    else if (ranges.length < maxRanges) ranges.push({ start: i, end: i + 1 });
    else cut = true;
    // a run of differences is walked byte by byte, equal stretches are skipped by words
    i = i + 1 < a.length && a[i + 1] !== b[i + 1] ? i + 1 : findMismatch(a, b, i + 1, a.length);
  }
  return { differingBytes, ranges, cut, bitsLost, bitsGained };
}

/** The same comparison told from the other side. */
export function flipComparison(comparison: Comparison): Comparison {
  const { bitsLost, bitsGained } = comparison;
  return { ...comparison, bitsLost: bitsGained, bitsGained: bitsLost };
}

function countBits(byte: number): number {
  let n = 0;
  for (let v = byte & 0xff; v !== 0; v &= v - 1) n++;
  return n;
}
