/** Fewer bytes are not worth the tables. */
export const LEAST_WIDE = 1 << 18;
const LITTLE_ENDIAN = new Uint8Array(Uint32Array.of(1).buffer)[0] === 1;
/** Streams that run beside each other, so that one need not wait for its own look-up. */
const STREAMS = 6;
/** The length must be a multiple of this. Units: bytes. */
export const WIDE_STEP = 4 * STREAMS;

/** Two tables for the halves of a word: 512 KiB, what the second cache of a core holds. */
export interface WideTables {
  readonly low: Int32Array;
  readonly high: Int32Array;
}

/** `low`: the table for one byte of a reflected CRC of at most 32 bits. */
export function makeWideTables(low: Uint32Array): WideTables {
  const tables = { low: new Int32Array(1 << 16), high: new Int32Array(1 << 16) };
  const over = (register: number) => (low[register & 0xff] as number) ^ (register >>> 8);
  for (let half = 0; half < 1 << 16; half++) {
    const after = over(over(half));
    tables.high[half] = after;
    tables.low[half] = over(over(after));
  }
  return tables;
}

/**
 * Register after `words`, two bytes by a look-up, in six stretches at once that are joined by what so many zeros make of a register.
 * Shape: `words` in little-endian order, a multiple of six; undefined on a machine of the other order. Time: one pass.
 */
export function runWide(tables: WideTables, words: Int32Array, start: number): number | undefined {
  if (!LITTLE_ENDIAN) return undefined;
  const length = words.length / STREAMS;
  const overStretch = makeZeros(tables, length);
  return runStreams(tables, words, start).reduce((whole, next) => overStretch(whole) ^ next);
}

/** Registers after each sixth; only the first begins with what was there. */
function runStreams({ low, high }: WideTables, words: Int32Array, start: number): number[] {
  const length = words.length / STREAMS;
  let a = start;
  let b = 0;
  let c = 0;
  let d = 0;
  let e = 0;
  let f = 0;
  const second = length;
  const third = 2 * length;
  const fourth = 3 * length;
  const fifth = 4 * length;
  const sixth = 5 * length;
  for (let i = 0; i < length; i++) {
    a ^= words[i] as number;
    b ^= words[second + i] as number;
    c ^= words[third + i] as number;
    d ^= words[fourth + i] as number;
    e ^= words[fifth + i] as number;
    f ^= words[sixth + i] as number;
    a = (low[a & 0xffff] as number) ^ (high[a >>> 16] as number);
    b = (low[b & 0xffff] as number) ^ (high[b >>> 16] as number);
    c = (low[c & 0xffff] as number) ^ (high[c >>> 16] as number);
    d = (low[d & 0xffff] as number) ^ (high[d >>> 16] as number);
    e = (low[e & 0xffff] as number) ^ (high[e >>> 16] as number);
    f = (low[f & 0xffff] as number) ^ (high[f >>> 16] as number);
  }
  return [a, b, c, d, e, f];
}

/** What `words` zero words make of a register: a linear map, squared as often as the number has bits. */
function makeZeros({ low, high }: WideTables, words: number): (register: number) => number {
  // shape: what becomes of each bit
  let step = Array.from({ length: 32 }, (_, bit) => {
    const register = 1 << bit;
    return (low[register & 0xffff] as number) ^ (high[register >>> 16] as number);
  });
  const steps: (readonly number[])[] = [];
  for (let left = words; left > 0; left = Math.floor(left / 2)) {
    if (left % 2 === 1) steps.push(step);
    step = step.map((column) => applyMap(step, column));
  }
  return (register) => steps.reduce((r, map) => applyMap(map, r), register);
}

function applyMap(columns: readonly number[], register: number): number {
  let out = 0;
  for (let bit = 0; bit < 32; bit++)
    if (((register >>> bit) & 1) === 1) out ^= columns[bit] as number;
  return out;
}
