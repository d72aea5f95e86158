import { readStored, type KeySource, type StoredOrder, type Variant } from './key-source.ts';
import type { StoredForm } from '../checksum/rule.ts';

/** A sum that is no CRC: a number for every position of which the value of any stretch can be told. */
export interface SumKind {
  readonly algorithm: string;
  readonly bits: number;
  /** Bits of a state that count. */
  readonly keyBits: number;
  readonly wordBytes: number;
  /** Forms in which it is found stored. */
  readonly forms: readonly StoredForm[];
  /** State of the bytes before every position; a stretch begins and ends a whole number of words apart. Shape: length + 1. */
  readonly prefixes: (bytes: Uint8Array) => Int32Array;
  /** State that a start must have for `value` (plain form) to be that of [start, p), where `state` is that of p. */
  readonly startOf: (state: number, value: number, p: number) => number;
  /** The value over [start, end) by their states. */
  readonly valueOf: (
    states: { readonly start: number; readonly end: number },
    start: number,
    end: number
  ) => number;
}

/** Adds up words: `add` is the sum itself or XOR. */
function wordPrefixes(
  wordBytes: number,
  order: StoredOrder,
  add: (sum: number, word: number) => number
) {
  return (bytes: Uint8Array): Int32Array => {
    const out = new Int32Array(bytes.length + 1);
    for (let i = wordBytes; i <= bytes.length; i++)
      out[i] = add(
        out[i - wordBytes] as number,
        wordBytes === 1
          ? (bytes[i - 1] as number)
          : readStored(bytes, i - wordBytes, wordBytes, order)
      );
    return out;
  };
}

const maskOf = (bits: number) => (bits === 32 ? -1 : (1 << bits) - 1);

function plainSum(
  algorithm: string,
  bits: number,
  wordBytes: number,
  order: StoredOrder = 'big'
): SumKind {
  const mask = maskOf(bits);
  return {
    ...{ algorithm, bits, keyBits: bits, wordBytes, forms: ['plain', 'inverted', 'negated'] },
    prefixes: wordPrefixes(wordBytes, order, (sum, word) => (sum + word) | 0),
    startOf: (state, value) => (state - value) & mask,
    valueOf: ({ start, end }) => ((end - start) & mask) >>> 0
  };
}

const XOR_8: SumKind = {
  ...{ algorithm: 'XOR-8', bits: 8, keyBits: 8, wordBytes: 1, forms: ['plain', 'inverted'] },
  prefixes: wordPrefixes(1, 'big', (sum, word) => sum ^ word),
  startOf: (state, value) => state ^ value,
  valueOf: ({ start, end }) => start ^ end
};

/** Never negative. Exact below 2^53 divided by the modulus; several times faster than `%`, which is no machine instruction above 2^31. */
const modulo = (value: number, modulus: number) => value - Math.floor(value / modulus) * modulus;

/** One's complement sum of big-endian words, which is a sum modulo 65535; the value is its complement. */
const INTERNET: SumKind = {
  ...{ algorithm: 'INTERNET', bits: 16, keyBits: 16, wordBytes: 2, forms: ['plain'] },
  prefixes: wordPrefixes(2, 'big', (sum, word) => (sum + word) % 65_535),
  startOf: (state, value) => modulo(state + value, 65_535),
  // a sum of nothing but zeros is left out: everything else that is 0 is told as FFFF
  valueOf: ({ start, end }) => {
    const sum = modulo(end - start, 65_535);
    return ~(sum === 0 ? 0xffff : sum) & 0xffff;
  }
};

interface TwoSums {
  readonly algorithm: string;
  readonly modulus: number;
  readonly wordBytes: number;
  /** Bits of each of the two. */
  readonly half: number;
  /** What the first sum begins with. */
  readonly first: number;
}

/**
 * Adler and Fletcher: a first sum of the words and a second of its states. With P the sum of the words before a position and Q that of each
 * word times its number, the first is first + P(b) - P(a), and the second (b - a)·first + b·(P(b) - P(a)) - Q(b) + Q(a), all modulo the
 * modulus: once the first tells P(a), the second tells Q(a) - a·first.
 */
function twoSums({ algorithm, modulus, wordBytes, half, first }: TwoSums): SumKind {
  const order = 'little';
  const low = 2 ** half;
  const numberOf = (position: number) => Math.floor(position / wordBytes);
  const unpack = (state: number) => ({ p: state & 0xffff, q: state >>> 16 });
  return {
    ...{ algorithm, bits: 2 * half, keyBits: 32, wordBytes, forms: ['plain'] },
    prefixes: (bytes) => {
      const out = new Int32Array(bytes.length + 1);
      const sums = Array.from({ length: wordBytes }, () => ({ p: 0, q: 0 }));
      for (let i = 0; i <= bytes.length; i++) {
        const sum = sums[i % wordBytes] as { p: number; q: number };
        const n = numberOf(i);
        if (i >= wordBytes) {
          const word =
            wordBytes === 1
              ? (bytes[i - 1] as number)
              : readStored(bytes, i - wordBytes, wordBytes, order);
          sum.p = modulo(sum.p + word, modulus);
          sum.q = modulo(sum.q + word * ((n - 1) % modulus), modulus);
        }
        out[i] = sum.p | (modulo(sum.q - n * first, modulus) << 16);
      }
      return out;
    },
    startOf: (state, value, position) => {
      const { p, q } = unpack(state);
      const one = value % low;
      const two = Math.floor(value / low);
      const b = numberOf(position);
      const gained = modulo(one - first, modulus);
      // q is that of the end less b·first, so that of the start comes out less a·first
      const start = two - (b % modulus) * gained + q;
      return modulo(p - gained, modulus) | (modulo(start, modulus) << 16);
    },
    valueOf: (states, _start, end) => {
      const [a, b] = [unpack(states.start), unpack(states.end)];
      const gained = modulo(b.p - a.p, modulus);
      const one = modulo(first + gained, modulus);
      const two = modulo((numberOf(end) % modulus) * gained - b.q + a.q, modulus);
      return two * low + one;
    }
  };
}

/** Every sum that is looked for. */
export const SUM_KINDS: readonly SumKind[] = [
  plainSum('SUM-8', 8, 1),
  plainSum('SUM-16', 16, 1),
  plainSum('SUM-32', 32, 1),
  plainSum('SUM-16-BE', 16, 2, 'big'),
  plainSum('SUM-16-LE', 16, 2, 'little'),
  plainSum('SUM-32-BE', 32, 4, 'big'),
  plainSum('SUM-32-LE', 32, 4, 'little'),
  XOR_8,
  INTERNET,
  twoSums({ algorithm: 'ADLER-32', modulus: 65_521, wordBytes: 1, half: 16, first: 1 }),
  twoSums({ algorithm: 'FLETCHER-16', modulus: 255, wordBytes: 1, half: 8, first: 0 }),
  twoSums({ algorithm: 'FLETCHER-32', modulus: 65_535, wordBytes: 2, half: 16, first: 0 })
];

/** The plain value behind a stored one, and the other way round. */
function turn(form: StoredForm, value: number, bits: number): number {
  const mask = maskOf(bits);
  if (form === 'plain') return value;
  return ((form === 'inverted' ? ~value : -value) & mask) >>> 0;
}

/** An image under one sum. */
export interface SumImage {
  readonly kind: SumKind;
  readonly bytes: Uint8Array;
  readonly prefixes: Int32Array;
}

/** Keys of a sum whose value is stored behind what it covers. */
export function sumSource(
  { kind, bytes, prefixes }: SumImage,
  form: StoredForm,
  byteOrder: StoredOrder
): KeySource {
  const { algorithm, bits, keyBits, wordBytes } = kind;
  const storedBytes = bits / 8;
  const mask = maskOf(keyBits);
  const variant: Variant = { algorithm, byteOrder, form, bits, storedBytes, wordBytes };
  const startKey = (a: number) => (prefixes[a] as number) & mask;
  const endKey = (q: number) => {
    const p = q - storedBytes;
    if (p < 0) return 0;
    const value = turn(form, readStored(bytes, p, storedBytes, byteOrder), bits);
    return kind.startOf(prefixes[p] as number, value, p) & mask;
  };
  const fill = (key: (i: number) => number) => (out: Int32Array, from: number, to: number) => {
    for (let i = from; i < to; i++) out[i - from] = key(i);
  };
  const valueOf = (start: number, end: number) =>
    turn(
      form,
      kind.valueOf({ start: prefixes[start] as number, end: prefixes[end] as number }, start, end),
      bits
    );
  return {
    ...{ variant, bytes },
    fillStarts: fill(startKey),
    fillEnds: fill(endKey),
    startsAt: (positions) => positions.map(startKey),
    endsAt: (positions) => positions.map(endKey),
    valueOf,
    valuesTo: (end, starts) => {
      const out = new Float64Array(starts.length);
      for (let i = 0; i < starts.length; i++) out[i] = valueOf(starts[i] as number, end);
      return out;
    }
  };
}
