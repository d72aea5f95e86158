import type { Result } from '../base/result.ts';
import { fail, ok } from '../base/result.ts';
import { concatBytes } from '../base/bytes.ts';
import { findCrc } from './catalogue.ts';
import { computeCrc } from './crc.ts';
import { coveredParts, toForm, type BytesAt, type SumCheck } from './rule.ts';

/** A free byte: its address, and how many covered bytes stand before it. */
interface FreePlace {
  readonly address: number;
  readonly index: number;
}

/**
 * Finds what the free bytes of a check must be so that the value `wanted` (as stored) becomes right. Shape: address and value of each byte that
 * changes. Errors: `checksum.balance.room` where the free bytes are too few, `checksum.balance.kind` for a checksum that cannot be balanced,
 * `checksum.range.unknown` where covered bytes are unknown,
 * `checksum.word.odd` where they are no whole number of words.
 */
export function balanceCheck(
  check: SumCheck,
  bytesAt: BytesAt,
  wanted: bigint
): Result<ReadonlyMap<number, number>> {
  const { places, covered, unknown } = layOut(check, bytesAt);
  if (unknown !== undefined) return fail('checksum.range.unknown', { address: unknown });
  const target = toForm(check, wanted);
  const { name, wordBytes } = check.checksum;
  if (covered.length % wordBytes !== 0)
    return fail('checksum.word.odd', { name, bytes: covered.length, word: wordBytes });
  const room = fail('checksum.balance.room', { name, bytes: places.length });
  if (places.length === 0) return room;
  if (isUnbalanced(name)) return fail('checksum.balance.kind', { name });
  const answers = findCrc(name)
    ? solveCrc(check, covered, places, target)
    : solveSum(check, covered, places, target);
  for (const values of answers) {
    const trial = covered.slice();
    places.forEach(({ index }, i) => (trial[index] = values[i] as number));
    // the arithmetic is held against the checksum itself
    if (check.checksum.compute(trial) !== target) continue;
    const changed = places.flatMap(({ address, index }, i) =>
      covered[index] === values[i] ? [] : [[address, values[i] as number] as const]
    );
    return ok(new Map(changed));
  }
  return room;
}

/** Sums of two registers that depend on each other are not balanced. */
const isUnbalanced = (name: string) => /^(ADLER|FLETCHER)/.test(name);

/** More free bytes than this are not needed by any checksum. */
const MOST_PLACES = 4096;

function layOut(check: SumCheck, bytesAt: BytesAt) {
  const places: FreePlace[] = [];
  const parts: Uint8Array[] = [];
  let length = 0;
  for (const { range, instead } of coveredParts(check)) {
    const bytes = instead ?? bytesAt(range);
    if (!bytes) return { places, covered: new Uint8Array(0), unknown: range.start };
    for (const free of instead ? [] : check.rule.free) {
      const end = Math.min(free.end, range.end);
      for (let at = Math.max(free.start, range.start); at < end; at++)
        if (places.length < MOST_PLACES)
          places.push({ address: at, index: length + at - range.start });
    }
    parts.push(bytes);
    length += bytes.length;
  }
  return { places, covered: concatBytes(parts), unknown: undefined };
}

/**
 * A CRC changes by a sum (over GF(2)) of what each changed bit does to it, wherever the others stand: a system of linear equations, one a bit of
 * the CRC. What a bit does is the CRC of it and the zeros behind it. Bits that need not change stay.
 */
function solveCrc(
  { checksum }: SumCheck,
  covered: Uint8Array,
  places: readonly FreePlace[],
  target: bigint
): number[][] {
  const model = findCrc(checksum.name)?.model;
  if (!model) return [];
  const linear = { ...model, init: 0n, xorout: 0n };
  const shift = shifterOf(checksum.bits, (r) => effectOf(linear, r));
  // rows of the system: what remains of an effect, and which bits (of the places) it is made of
  const rows: { effect: bigint; made: bigint }[] = [];
  const reduce = (effect: bigint, made: bigint) => {
    let e = effect;
    let m = made;
    for (const row of rows)
      if ((e & highestBit(row.effect)) !== 0n) {
        e ^= row.effect;
        m ^= row.made;
      }
    return { effect: e, made: m };
  };
  for (let p = 0; p < places.length && rows.length < checksum.bits; p++) {
    const behind = covered.length - 1 - (places[p] as FreePlace).index;
    for (let bit = 0; bit < 8; bit++) {
      const row = reduce(
        shift(computeCrc(linear, Uint8Array.of(1 << bit)), behind),
        1n << BigInt(8 * p + bit)
      );
      if (row.effect !== 0n) rows.push(row);
    }
  }
  const { effect, made } = reduce(checksum.compute(covered) ^ target, 0n);
  if (effect !== 0n) return [];
  return [
    places.map(
      ({ index }, p) => (covered[index] as number) ^ Number((made >> BigInt(8 * p)) & 0xffn)
    )
  ];
}

const highestBit = (value: bigint) => 1n << BigInt(value.toString(2).length - 1);

/** What a register `r` (as a value of the CRC) becomes after one byte of zero. */
function effectOf(linear: Parameters<typeof computeCrc>[0], r: bigint): bigint {
  const { width, refin, refout } = linear;
  // the value is the register after the whole message; as the start of the next byte it is turned back
  const start = refin === refout ? r : mirror(r, width);
  const init = refin ? mirror(start, width) : start;
  return computeCrc({ ...linear, init }, Uint8Array.of(0));
}

function mirror(value: bigint, width: number): bigint {
  let out = 0n;
  for (let i = 0; i < width; i++) if ((value >> BigInt(i)) & 1n) out |= 1n << BigInt(width - 1 - i);
  return out;
}

/** Applies a linear step so many times: by its powers of two. */
function shifterOf(width: number, step: (r: bigint) => bigint) {
  const basis = (f: (r: bigint) => bigint) =>
    Array.from({ length: width }, (_, bit) => f(1n << BigInt(bit)));
  const apply = (images: readonly bigint[], r: bigint) => {
    let out = 0n;
    for (let bit = 0; bit < width; bit++) if ((r >> BigInt(bit)) & 1n) out ^= images[bit] as bigint;
    return out;
  };
  const powers = [basis(step)];
  return (r: bigint, times: number) => {
    let out = r;
    for (let k = 0, rest = times; rest > 0; k++, rest = Math.floor(rest / 2)) {
      const last = powers[k - 1];
      if (!powers[k] && last) powers[k] = basis((b) => apply(last, apply(last, b)));
      if (rest % 2 === 1) out = apply(powers[k] as readonly bigint[], out);
    }
    return out;
  };
}

/** How a sum counts: modulo what, and what a byte at a place is worth. */
interface Counting {
  readonly modulus: number;
  readonly weight: (index: number) => number;
}

function countingOf(name: string, bits: number): Counting | undefined {
  const words = /^SUM-(16|32)-(BE|LE)$/.exec(name);
  const byteIn = (index: number, bytes: number, big: boolean) =>
    256 ** (big ? bytes - 1 - (index % bytes) : index % bytes);
  if (words)
    return {
      modulus: 2 ** bits,
      weight: (index) => byteIn(index, bits / 8, words[2] === 'BE')
    };
  if (/^SUM-/.test(name)) return { modulus: 2 ** bits, weight: () => 1 };
  // a sum of words with carry all round counts modulo 2^16 - 1 (RFC 1071); an odd byte at the end is a high one
  return name === 'INTERNET'
    ? { modulus: 0xffff, weight: (index) => byteIn(index, 2, true) }
    : undefined;
}

/** Answers to a sum, those of the least bytes first; nothing for a checksum that is no sum. */
function* solveSum(
  { checksum }: SumCheck,
  covered: Uint8Array,
  places: readonly FreePlace[],
  target: bigint
): Generator<number[]> {
  const now = places.map(({ index }) => covered[index] as number);
  if (checksum.name === 'XOR-8') {
    const by = Number(checksum.compute(covered) ^ target);
    yield now.map((value, i) => (i === 0 ? value ^ by : value));
    return;
  }
  const counting = countingOf(checksum.name, checksum.bits);
  if (!counting) return;
  const { modulus, weight } = counting;
  const weights = places.map(({ index }) => weight(index));
  const order = [...weights.keys()].sort((a, b) => (weights[b] as number) - (weights[a] as number));
  const by = Number(target) - Number(checksum.compute(covered));
  // the internet checksum is the complement of its sum: it falls where the sum rises
  const more = checksum.name === 'INTERNET' ? -by : by;
  const total = weights.reduce((sum, w, i) => sum + w * (now[i] as number), 0);
  const most = weights.reduce((sum, w) => sum + 255 * w, 0);
  for (let sum = modulo(total + more, modulus); sum <= most; sum += modulus) {
    const values = spread(sum, weights, order);
    if (values) yield values;
  }
}

const modulo = (value: number, by: number) => ((value % by) + by) % by;

/**
 * Bytes that add up to `sum` by their weights, largest weight first. Every weight divides the next larger one: taking as much as there is room
 * for of the largest finds an answer wherever there is one.
 */
function spread(
  sum: number,
  weights: readonly number[],
  order: readonly number[]
): number[] | undefined {
  const values = weights.map(() => 0);
  let rest = sum;
  for (const i of order) {
    const weight = weights[i] as number;
    values[i] = Math.min(255, Math.floor(rest / weight));
    rest -= values[i] * weight;
  }
  return rest === 0 ? values : undefined;
}
