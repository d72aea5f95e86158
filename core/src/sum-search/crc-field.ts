import type { CrcModel } from '../checksum/crc.ts';

/**
 * The arithmetic of CRC registers of up to 32 bits: a register is a polynomial over GF(2) modulo that of the CRC, kept as the engine keeps it
 * (reflected or not) in the low bits of a word. Source: definition; W. W. Peterson and D. T. Brown, "Cyclic Codes for Error Detection" (1961),
 * from memory. Every published polynomial has a constant term, so x can be divided by.
 */
export interface CrcField {
  readonly width: number;
  readonly reflected: boolean;
  /** Register after one byte, from an empty one: 256 words. */
  readonly ofByte: Int32Array;
  /** The register divided by x^8. */
  readonly back: LinearMap;
  /** The register times x^8. */
  readonly forth: LinearMap;
  /** The register divided by x, and times x. */
  readonly backOne: (r: number) => number;
  readonly forthOne: (r: number) => number;
}

/** A linear map of 32 bits as four tables of 256 words. */
export class LinearMap {
  readonly tables = new Int32Array(1024);

  /** `images[i]`: what becomes of bit i; 32 of them. */
  constructor(images: Int32Array) {
    this.fill(images);
  }

  fill(images: Int32Array): void {
    const { tables } = this;
    for (let part = 0; part < 4; part++) {
      const at = part << 8;
      for (let bit = 0; bit < 8; bit++) {
        const image = images[(part << 3) + bit] as number;
        const size = 1 << bit;
        for (let i = 0; i < size; i++) tables[at + size + i] = (tables[at + i] as number) ^ image;
      }
    }
  }

  of(value: number): number {
    const t = this.tables;
    return (
      (t[value & 0xff] as number) ^
      (t[256 + ((value >>> 8) & 0xff)] as number) ^
      (t[512 + ((value >>> 16) & 0xff)] as number) ^
      (t[768 + (value >>> 24)] as number)
    );
  }
}

/** The field of a model. Errors: RangeError above 32 bits or for a polynomial without a constant term. */
export function fieldOf({ width, poly, refin }: CrcModel): CrcField {
  if (width > 32 || (poly & 1n) === 0n)
    throw new RangeError(`"model" expected up to 32 bits and an odd polynomial`);
  const mask = width === 32 ? -1 : (1 << width) - 1;
  const p = refin ? reflectBits(Number(poly), width) : Number(poly);
  const top = width - 1;
  const ofByte = Int32Array.from({ length: 256 }, (_, byte) => {
    let r = 0;
    for (let bit = 0; bit < 8; bit++) {
      const input = refin ? (byte >>> bit) & 1 : (byte >>> (7 - bit)) & 1;
      if (refin) r = (r >>> 1) ^ ((r & 1) ^ input ? p : 0);
      else r = ((r << 1) & mask) ^ (((r >>> top) & 1) ^ input ? p : 0);
    }
    return r;
  });
  const forthOne = (r: number) =>
    refin ? (r >>> 1) ^ (r & 1 ? p : 0) : ((r << 1) & mask) ^ ((r >>> top) & 1 ? p : 0);
  const backOne = (r: number) => {
    if (refin) return (r >>> top) & 1 ? (((r ^ p) << 1) | 1) & mask : (r << 1) & mask;
    return r & 1 ? ((r ^ p) >>> 1) | (1 << top) : r >>> 1;
  };
  return {
    ...{ width, reflected: refin, ofByte, backOne, forthOne },
    back: mapOf(width, backOne),
    forth: mapOf(width, forthOne)
  };
}

/** Eight times a step, as a map. */
function mapOf(width: number, step: (r: number) => number): LinearMap {
  return new LinearMap(
    imagesOf(width, (bit) => {
      let r = bit;
      for (let i = 0; i < 8; i++) r = step(r);
      return r;
    })
  );
}

/** What becomes of every bit of a register. */
function imagesOf(width: number, of: (bit: number) => number): Int32Array {
  return Int32Array.from({ length: 32 }, (_, i) => (i < width ? of(1 << i) : 0));
}

/** The map that multiplies by x^(8·times); divides for a negative number. */
export function powerMap({ width, forth, back }: CrcField, times: number): LinearMap {
  const step = times < 0 ? back : forth;
  return new LinearMap(imagesOf(width, (bit) => applyTimes(step, bit, Math.abs(times))));
}

/** The map that multiplies by x^bits, divides for a negative number of bits. */
export function bitPowerMap(field: CrcField, bits: number): LinearMap {
  const step = bits < 0 ? field.backOne : field.forthOne;
  return new LinearMap(
    imagesOf(field.width, (bit) => {
      let r = bit;
      for (let i = 0; i < Math.abs(bits); i++) r = step(r);
      return r;
    })
  );
}

function applyTimes(map: LinearMap, value: number, times: number): number {
  let r = value;
  for (let i = 0; i < times; i++) r = map.of(r);
  return r;
}

/** The bits of a number in the other order. */
export function reflectBits(value: number, width: number): number {
  let out = 0;
  for (let i = 0; i < width; i++) if ((value >>> i) & 1) out |= 1 << (width - 1 - i);
  return out >>> 0;
}

/** Positions of one block, for each of which a table of its own is kept: half the second cache of a core. */
const BLOCK_BITS = 9;
const BLOCK = 1 << BLOCK_BITS;

/** Multiplies by x^(-8·BLOCK·h) for h = 0, 1, 2, …, one after the other. */
class BlockPower {
  readonly map: LinearMap;
  readonly #step: LinearMap;
  readonly #images: Int32Array;

  constructor(field: CrcField) {
    this.#images = imagesOf(field.width, (bit) => bit);
    this.map = new LinearMap(this.#images);
    this.#step = powerMap(field, -BLOCK);
  }

  next(): void {
    for (let i = 0; i < this.#images.length; i++)
      this.#images[i] = this.#step.of(this.#images[i] as number);
    this.map.fill(this.#images);
  }
}

/** For every position of a block the register that a byte there leaves, divided by x^(8·(position + 1)): `rows[position << 8 | byte]`. */
function rowsOf({ back, ofByte }: CrcField): Int32Array {
  const rows = new Int32Array(BLOCK * 256);
  const images = Array.from({ length: 8 }, (_, bit) => back.of(ofByte[1 << bit] as number));
  for (let at = 0; at < BLOCK; at++) {
    for (let bit = 0; bit < 8; bit++) {
      const size = 1 << bit;
      const image = images[bit] as number;
      for (let i = 0; i < size; i++)
        rows[(at << 8) + size + i] = (rows[(at << 8) + i] as number) ^ image;
      images[bit] = back.of(image);
    }
  }
  return rows;
}

/**
 * For every position i of `bytes` (0 to its length) the register of the bytes before i, begun empty, divided by x^(8·i). So the register of
 * any stretch [a, b) is (U[a] + U[b])·x^(8·b). Shape: length + 1 words. Time: linear.
 */
export function computePrefixes(field: CrcField, bytes: Uint8Array): Int32Array {
  const prefixes = new Int32Array(bytes.length + 1);
  const rows = rowsOf(field);
  const power = new BlockPower(field);
  let base = 0;
  for (let block = 0; block <= bytes.length; block += BLOCK) {
    if (block > 0) power.next();
    const last = Math.min(block + BLOCK, bytes.length + 1);
    base = fillBlock({ prefixes, rows, bytes, map: power.map }, block, last, base);
  }
  return prefixes;
}

interface Filling {
  readonly prefixes: Int32Array;
  readonly rows: Int32Array;
  readonly bytes: Uint8Array;
  readonly map: LinearMap;
}

/** Fills positions [block, last) and gives the prefix of the next block. */
function fillBlock(
  { prefixes, rows, bytes, map }: Filling,
  block: number,
  last: number,
  base: number
): number {
  const t = map.tables;
  const end = Math.min(last, bytes.length);
  let local = 0;
  for (let i = block; i < end; i++) {
    prefixes[i] =
      base ^
      (t[local & 0xff] as number) ^
      (t[256 + ((local >>> 8) & 0xff)] as number) ^
      (t[512 + ((local >>> 16) & 0xff)] as number) ^
      (t[768 + (local >>> 24)] as number);
    local ^= rows[((i - block) << 8) | (bytes[i] as number)] as number;
  }
  const next = base ^ map.of(local);
  if (last > end) prefixes[end] = next;
  return next;
}

/** Product of two registers. Time: as many steps as bits. */
export function multiply({ width, reflected, forthOne }: CrcField, a: number, b: number): number {
  let product = 0;
  let shifted = b;
  for (let k = 0; k < width; k++) {
    // from the constant term upward
    if ((a >>> (reflected ? width - 1 - k : k)) & 1) product ^= shifted;
    shifted = forthOne(shifted);
  }
  return product;
}

/** x^(8·times), for a negative number too, by repeated squaring. */
export class BytePowers {
  readonly #field: CrcField;
  readonly #up: number[];
  readonly #down: number[];
  readonly #jumps = new Map<number, LinearMap>();
  readonly #maps = new Map<number, LinearMap>();

  constructor(field: CrcField) {
    this.#field = field;
    const one = field.reflected ? 1 << (field.width - 1) : 1;
    this.#up = [field.forth.of(one)];
    this.#down = [field.back.of(one)];
  }

  of(times: number): number {
    const squares = times < 0 ? this.#down : this.#up;
    const { reflected, width } = this.#field;
    let power = reflected ? 1 << (width - 1) : 1;
    let rest = Math.abs(times);
    for (let i = 0; rest > 0; i++, rest = Math.floor(rest / 2)) {
      const last = squares.at(-1) as number;
      if (i >= squares.length) squares.push(multiply(this.#field, last, last));
      if (rest % 2 === 1) power = multiply(this.#field, power, squares[i] as number);
    }
    return power;
  }

  /** value·x^(-8·position) for positions in ascending order. */
  along(value: number, positions: Int32Array): Int32Array {
    const out = new Int32Array(positions.length);
    if (value === 0) return out;
    let at = 0;
    let r = value;
    for (let i = 0; i < positions.length; i++) {
      const gap = (positions[i] as number) - at;
      at += gap;
      if (gap > 0)
        r = gap > MOST_JUMP ? multiply(this.#field, r, this.of(-gap)) : this.#jump(gap).of(r);
      out[i] = r;
    }
    return out;
  }

  #jump(gap: number): LinearMap {
    let map = this.#jumps.get(gap);
    if (!map) this.#jumps.set(gap, (map = powerMap(this.#field, -gap)));
    return map;
  }

  /** The map that multiplies by x^(8·times); kept, for it is asked again for every model of the polynomial. */
  mapOf(times: number): LinearMap {
    let map = this.#maps.get(times);
    if (!map) {
      const factor = this.of(times);
      map = new LinearMap(imagesOf(this.#field.width, (bit) => multiply(this.#field, factor, bit)));
      this.#maps.set(times, map);
    }
    return map;
  }
}

/** For jumps up to this a table is kept. */
const MOST_JUMP = 512;
