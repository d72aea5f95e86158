import { formatHex } from '../base/bytes.ts';
import { bytesOf, type SparseImage } from '../image/image.ts';
import { lengthOf } from '../image/range.ts';
import type { ManyComparison } from './compare-many.ts';

/** Bytes of one range are told up to here. */
const MOST_TOLD = 64;

/** A cell that no spreadsheet takes for a formula. Source: RFC 4180 for the quotes. */
const cell = (text: string) =>
  `"${(/^[=+\-@\t\r]/.test(text) ? `'${text}` : text).replaceAll('"', '""')}"`;

/**
 * Differences of images as a table: one range a line, the bytes of each image beside it (the first 64; nothing where it is not known). Source: RFC
 * 4180, comma and CRLF. Shape: as many names as images.
 */
export function writeDifferences(
  images: readonly SparseImage<unknown>[],
  names: readonly string[],
  { ranges, partlyKnown }: Pick<ManyComparison, 'ranges' | 'partlyKnown'>
): string {
  const all = [...ranges, ...partlyKnown.map((p) => p.range)].toSorted((a, b) => a.start - b.start);
  const hex = (n: number) => `0x${n.toString(16).toUpperCase().padStart(8, '0')}`;
  const rows = all.map((range) => {
    const told = { start: range.start, end: Math.min(range.end, range.start + MOST_TOLD) };
    const bytes = images.map((image) => {
      const known = bytesOf(image, told);
      return known ? formatHex(known, ' ') + (told.end < range.end ? ' …' : '') : '';
    });
    return [hex(range.start), hex(range.end), `${lengthOf(range)}`, ...bytes].map(cell).join(',');
  });
  const head = ['from', 'up to', 'bytes', ...names].map(cell).join(',');
  return `${[head, ...rows].join('\r\n')}\r\n`;
}
