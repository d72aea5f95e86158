import type { Range } from '@badger/core/image/range';

/** Bytes in a row. */
export const ROW_BYTES = 16;

/** A stretch of bytes that a view shows: in rows that begin at round addresses. */
export interface Stretch {
  readonly range: Range;
  readonly bytes: Uint8Array;
  /** Number of its first row, and how many it takes. Before every stretch but the first stands a row for the hole. */
  readonly firstRow: number;
  readonly rows: number;
}

/** The rows of an image. */
export interface RowLayout {
  readonly stretches: readonly Stretch[];
  readonly rows: number;
}

/** What stands in a row: bytes from an address on, or a hole. */
export type Row =
  | { readonly kind: 'bytes'; readonly address: number; readonly stretch: Stretch }
  | { readonly kind: 'hole'; readonly range: Range };

const floorTo = (address: number) => address - (address % ROW_BYTES);

export function layoutRows(
  pieces: readonly { readonly range: Range; readonly bytes: Uint8Array }[]
): RowLayout {
  const stretches: Stretch[] = [];
  let next = 0;
  for (const { range, bytes } of pieces) {
    const firstRow = stretches.length === 0 ? 0 : next + 1;
    const rows = (floorTo(range.end - 1) - floorTo(range.start)) / ROW_BYTES + 1;
    stretches.push({ range, bytes, firstRow, rows });
    next = firstRow + rows;
  }
  return { stretches, rows: next };
}

/** The row of this number; undefined outside. */
export function rowAt({ stretches }: RowLayout, row: number): Row | undefined {
  const i = stretches.findLastIndex((s) => s.firstRow <= row);
  const stretch = stretches[i];
  if (!stretch) return undefined;
  if (row < stretch.firstRow + stretch.rows)
    return {
      kind: 'bytes',
      stretch,
      address: floorTo(stretch.range.start) + (row - stretch.firstRow) * ROW_BYTES
    };
  const after = stretches[i + 1];
  return after && { kind: 'hole', range: { start: stretch.range.end, end: after.range.start } };
}

/** The row in which an address stands; that of the next byte for one in a hole, the last for one behind the end. */
export function rowOf({ stretches, rows }: RowLayout, address: number): number {
  const stretch = stretches.find((s) => address < s.range.end);
  if (!stretch) return Math.max(0, rows - 1);
  const at = Math.max(address, stretch.range.start);
  return stretch.firstRow + (floorTo(at) - floorTo(stretch.range.start)) / ROW_BYTES;
}

/** The nearest address that is known. Shape: undefined for an image of nothing. */
export function nearestKnown({ stretches }: RowLayout, address: number): number | undefined {
  const stretch = stretches.find((s) => address < s.range.end) ?? stretches.at(-1);
  return stretch && Math.min(stretch.range.end - 1, Math.max(stretch.range.start, address));
}

/** The byte at an address; undefined in a hole. */
export function byteAt({ stretches }: RowLayout, address: number): number | undefined {
  const stretch = stretches.find((s) => address >= s.range.start && address < s.range.end);
  return stretch?.bytes[address - stretch.range.start];
}

/** Bytes of a range; undefined where a hole lies in it. */
export function bytesIn({ stretches }: RowLayout, { start, end }: Range): Uint8Array | undefined {
  const stretch = stretches.find((s) => start >= s.range.start && end <= s.range.end);
  return stretch?.bytes.subarray(start - stretch.range.start, end - stretch.range.start);
}
