import type { Range } from '@badger/core/image/range';
import { ROW_BYTES, type Row } from './layout-rows.ts';

/** A row that shows bytes. */
export type ByteRow = Extract<Row, { kind: 'bytes' }>;

/** Where the digits of a byte stand in its row: groups of four, so that the eye can count. Units: characters. */
export const charAt = (index: number): number => 3 * index + Math.floor(index / 4);

const HEX = Array.from({ length: 256 }, (_, b) => b.toString(16).toUpperCase().padStart(2, '0'));

/** Is an address in one of these? There are few. */
const isIn = (ranges: readonly Range[], address: number) =>
  ranges.some((r) => address >= r.start && address < r.end);

/** The bytes of a row as digits, those that are masked as dots; blanks where the image begins or ends in the middle. */
export function bytesText(row: ByteRow, masked: readonly Range[] = []): string {
  let text = '';
  for (let i = 0; i < ROW_BYTES; i++) {
    const b = byteOf(row, i);
    const told = b === undefined ? '  ' : isIn(masked, row.address + i) ? '••' : (HEX[b] as string);
    text += `${i > 0 ? (i % 4 === 0 ? '  ' : ' ') : ''}${told}`;
  }
  return text;
}

/** The bytes of a row as text; a middle dot for what is none. */
export function plainText(row: ByteRow, masked: readonly Range[] = []): string {
  let text = '';
  for (let i = 0; i < ROW_BYTES; i++) {
    const b = byteOf(row, i);
    if (b !== undefined && isIn(masked, row.address + i)) text += '•';
    else text += b === undefined ? ' ' : b >= 0x20 && b <= 0x7e ? String.fromCharCode(b) : '·';
  }
  return text;
}

function byteOf({ address, stretch }: ByteRow, i: number): number | undefined {
  const offset = address + i - stretch.range.start;
  return offset < 0 ? undefined : stretch.bytes[offset];
}

/** Boxes that ranges make in the row of an address. Units: characters. Shape: `ranges` ascending. */
export function boxesIn(
  address: number,
  ranges: readonly Range[]
): { readonly from: number; readonly width: number }[] {
  const boxes: { from: number; width: number }[] = [];
  for (let i = firstBehind(address, ranges); i < ranges.length; i++) {
    const { start, end } = ranges[i] as Range;
    if (start >= address + ROW_BYTES) break;
    const first = Math.max(0, start - address);
    const last = Math.min(ROW_BYTES, end - address) - 1;
    boxes.push({ from: charAt(first) - 0.25, width: charAt(last) + 2.5 - charAt(first) });
  }
  return boxes;
}

/** The first range that ends behind an address. */
export function firstBehind(address: number, ranges: readonly Range[]): number {
  let low = 0;
  let high = ranges.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((ranges[middle] as Range).end <= address) low = middle + 1;
    else high = middle;
  }
  return low;
}
