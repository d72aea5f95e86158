import type { StoredForm } from '../checksum/rule.ts';

/** In which order the bytes of a stored value stand. */
export type StoredOrder = 'big' | 'little';

/** One way in which a value may be stored. */
export interface Variant {
  readonly algorithm: string;
  readonly byteOrder: StoredOrder;
  readonly form: StoredForm;
  /** Bits of the value, and bytes that it takes. */
  readonly bits: number;
  readonly storedBytes: number;
  /** What is covered is a multiple of this. Units: bytes. */
  readonly wordBytes: number;
}

/**
 * Two numbers for every position of an image: "the value that ends at q covers [a, q - storedBytes)" holds just where the number of a as a
 * start equals that of q as an end. Positions run from 0 to the length of the image.
 */
export interface KeySource {
  readonly variant: Variant;
  readonly bytes: Uint8Array;
  /** Keys of the starts [from, to) into `out[0…]`. Called in ascending order, begun anew with `from` 0. */
  fillStarts(out: Int32Array, from: number, to: number): void;
  /** Keys of the ends; below the size of the stored value they mean nothing. */
  fillEnds(out: Int32Array, from: number, to: number): void;
  /** Keys of some positions, ascending. */
  startsAt(positions: Int32Array): Int32Array;
  endsAt(positions: Int32Array): Int32Array;
  /** The value over [start, end) as it would be stored. Units: 0 to 2^bits - 1. */
  valueOf(start: number, end: number): number;
  /** The values over [starts[i], end) as {@link KeySource.valueOf} tells them, for many starts at once; `keys` are those of the starts. */
  valuesTo(end: number, starts: Int32Array, keys: Int32Array): Float64Array;
}

/** Positions that are filled at once. */
export const CHUNK = 8192;

/** Calls `take` with chunks of keys, all positions 0 to `length` in order. */
export function eachChunk(
  length: number,
  fill: (out: Int32Array, from: number, to: number) => void,
  take: (keys: Int32Array, from: number, to: number) => void
): void {
  const keys = new Int32Array(CHUNK);
  for (let from = 0; from <= length; from += CHUNK) {
    const to = Math.min(length + 1, from + CHUNK);
    fill(keys, from, to);
    take(keys, from, to);
  }
}

/** The number that is stored at `at`. Units: 0 to 2^32 - 1. */
export function readStored(
  bytes: Uint8Array,
  at: number,
  width: number,
  order: StoredOrder
): number {
  let value = 0;
  for (let j = 0; j < width; j++)
    value = value * 256 + (bytes[at + (order === 'big' ? j : width - 1 - j)] as number);
  return value;
}
