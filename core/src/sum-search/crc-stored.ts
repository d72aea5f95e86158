import type { NamedCrc } from '../checksum/catalogue.ts';
import {
  bitPowerMap,
  multiply,
  reflectBits,
  type BytePowers,
  type CrcField,
  type LinearMap
} from './crc-field.ts';
import { readStored, type StoredOrder } from './key-source.ts';

/** An image under one polynomial. Shape: prefixes as of `computePrefixes`. */
export interface CrcImage {
  readonly field: CrcField;
  readonly bytes: Uint8Array;
  readonly prefixes: Int32Array;
  readonly powers: BytePowers;
}

export const storedBytesOf = (width: number) => Math.ceil(width / 8);

/** How a model keeps its numbers in the register of the field. */
export function registersOf({ model }: NamedCrc) {
  const { width, refin, refout } = model;
  const turned = refin !== refout;
  const toRegister = (value: number) => (turned ? reflectBits(value, width) : value) | 0;
  return {
    turned,
    toRegister,
    init: (refin ? reflectBits(Number(model.init), width) : Number(model.init)) | 0,
    xorout: toRegister(Number(model.xorout))
  };
}

/** Adds `count` registers from position `from` on. */
export type Chain = (out: Int32Array, from: number, count: number) => void;

/** Adds value·x^(-8·i) for i = 0, 1, 2, …; begins anew where it is asked for 0. */
export function chainFrom({ back, reflected, width }: CrcField, value: number): Chain {
  const high = reflected && width >= 8;
  const shift = width - 8;
  const mask = width === 32 ? -1 : (1 << width) - 1;
  // one look: what is shifted out of the register comes back through the table
  const table = Int32Array.from({ length: 256 }, (_, byte) => back.of(high ? byte << shift : byte));
  let at = 0;
  let kept = value;
  return (out, from, count) => {
    if (from === 0) {
      at = 0;
      kept = value;
    }
    if (at !== from) throw new RangeError(`"from" expected ${at}, got ${from}`);
    at += count;
    if (kept === 0) return;
    // kept in a local while it runs: a captured number would be boxed at every step
    kept = high
      ? runHigh({ table, shift, mask }, out, kept, count)
      : runLow(table, out, kept, count);
  };
}

function runHigh(
  { table, shift, mask }: { table: Int32Array; shift: number; mask: number },
  out: Int32Array,
  value: number,
  count: number
): number {
  let r = value;
  for (let i = 0; i < count; i++) {
    out[i] = (out[i] as number) ^ r;
    r = ((r << 8) & mask) ^ (table[r >>> shift] as number);
  }
  return r;
}

function runLow(table: Int32Array, out: Int32Array, value: number, count: number): number {
  let r = value;
  for (let i = 0; i < count; i++) {
    out[i] = (out[i] as number) ^ r;
    r = (r >>> 8) ^ (table[r & 0xff] as number);
  }
  return r;
}

/** The values that are stored in an image, as registers. */
export interface StoredValues {
  /** Adds the registers stored at [from, to), divided by x^(8·p). */
  readonly fill: (out: Int32Array, from: number, to: number) => void;
  readonly addAt: (out: Int32Array, positions: Int32Array) => void;
}

/**
 * Adds the register stored at p, divided by x^(8·p). What the byte at i adds to the prefixes is U[i + 1] + U[i]; where it counts elsewhere
 * in the register, that differs by a power of x which is the same at every position.
 */
export function shiftedValues(
  { field, bytes, prefixes }: CrcImage,
  byteOrder: StoredOrder
): StoredValues {
  const { width, reflected } = field;
  const storedBytes = storedBytesOf(width);
  const maps = Array.from({ length: storedBytes }, (_, j) => {
    const shift = 8 * (byteOrder === 'little' ? j : storedBytes - 1 - j);
    return bitPowerMap(field, reflected ? 8 * j - shift : shift - width + 8 * (j + 1));
  });
  const turn = width === 32 ? turnMaps(field) : undefined;
  return {
    fill: (out, from, to) => {
      const last = Math.min(to, bytes.length - storedBytes + 1);
      if (turn) return addTurned(out, prefixes, turn, { at: from, count: last - from });
      for (const [j, map] of maps.entries())
        addMapped(out, map.tables, prefixes, { at: from + j, count: last - from });
    },
    addAt: (out, positions) => addMappedAt(out, { maps, prefixes, positions })
  };
}

function addMappedAt(
  out: Int32Array,
  {
    maps,
    prefixes,
    positions
  }: {
    readonly maps: readonly LinearMap[];
    readonly prefixes: Int32Array;
    readonly positions: Int32Array;
  }
): void {
  for (let i = 0; i < positions.length; i++) {
    const p = positions[i] as number;
    let r = out[i] as number;
    for (let j = 0; j < maps.length; j++)
      r ^= (maps[j] as LinearMap).of((prefixes[p + j] as number) ^ (prefixes[p + j + 1] as number));
    out[i] = r;
  }
}

/** Adds to `out[0…]` what the map makes of the steps of the prefixes from `at` on. */
function addMapped(
  out: Int32Array,
  t: Int32Array,
  prefixes: Int32Array,
  { at, count }: { readonly at: number; readonly count: number }
): void {
  let last = prefixes[at] as number;
  for (let i = 0; i < count; i++) {
    const next = prefixes[at + i + 1] as number;
    const added = last ^ next;
    last = next;
    out[i] =
      (out[i] as number) ^
      (t[added & 0xff] as number) ^
      (t[256 + ((added >>> 8) & 0xff)] as number) ^
      (t[512 + ((added >>> 16) & 0xff)] as number) ^
      (t[768 + (added >>> 24)] as number);
  }
}

/** Multiplication by x^16 forth and x^24 back in a register of 32 bits, by what is shifted out of it. */
interface TurnMaps {
  readonly reflected: boolean;
  /** Of the last byte that is shifted out by 16 bits, and of the one before. */
  readonly forth: readonly [Int32Array, Int32Array];
  /** Of the three bytes that are shifted out by 24 bits, from the lowest. */
  readonly back: readonly [Int32Array, Int32Array, Int32Array];
}

function turnMaps(field: CrcField): TurnMaps {
  const part = (bits: number, byte: number) => {
    const { tables } = bitPowerMap(field, bits);
    return tables.slice(256 * byte, 256 * (byte + 1));
  };
  const { reflected } = field;
  const forth = reflected ? [0, 1] : [2, 3];
  const back = reflected ? [1, 2, 3] : [0, 1, 2];
  return {
    reflected,
    forth: forth.map((byte) => part(16, byte)) as unknown as TurnMaps['forth'],
    back: back.map((byte) => part(-24, byte)) as unknown as TurnMaps['back']
  };
}

/**
 * Four bytes stored in the other order, by Horner's rule: each counts x^16 more than the one before it. Half the looks of four maps; what of a
 * register is not shifted out needs none.
 */
function addTurned(
  out: Int32Array,
  prefixes: Int32Array,
  { reflected, forth: [f0, f1], back: [b0, b1, b2] }: TurnMaps,
  { at, count }: { readonly at: number; readonly count: number }
): void {
  // one loop for both kinds of register: shifts by 0 or 32 are those of a word, so one of the two shifts is masked out
  const keepUp = reflected ? 0 : -1;
  const low = reflected ? 0 : 16;
  for (let i = 0; i < count; i++) {
    const p0 = prefixes[at + i] as number;
    const p1 = prefixes[at + i + 1] as number;
    const p2 = prefixes[at + i + 2] as number;
    const p3 = prefixes[at + i + 3] as number;
    let r = p3 ^ (prefixes[at + i + 4] as number);
    r =
      p2 ^
      p3 ^
      ((r << 16) & keepUp) ^
      ((r >>> 16) & ~keepUp) ^
      (f0[(r >>> low) & 0xff] as number) ^
      (f1[(r >>> (low + 8)) & 0xff] as number);
    r =
      p1 ^
      p2 ^
      ((r << 16) & keepUp) ^
      ((r >>> 16) & ~keepUp) ^
      (f0[(r >>> low) & 0xff] as number) ^
      (f1[(r >>> (low + 8)) & 0xff] as number);
    r =
      p0 ^
      p1 ^
      ((r << 16) & keepUp) ^
      ((r >>> 16) & ~keepUp) ^
      (f0[(r >>> low) & 0xff] as number) ^
      (f1[(r >>> (low + 8)) & 0xff] as number);
    const moved = reflected ? r << 24 : r >>> 24;
    const side = reflected ? r >>> 8 : r;
    out[i] =
      (out[i] as number) ^
      moved ^
      (b0[side & 0xff] as number) ^
      (b1[(side >>> 8) & 0xff] as number) ^
      (b2[(side >>> 16) & 0xff] as number);
  }
}

/** The same for the few models that give their register out turned: multiplied out. */
export function turnedValues(
  { field, bytes, powers }: CrcImage,
  crc: NamedCrc,
  byteOrder: StoredOrder
): StoredValues {
  const storedBytes = storedBytesOf(field.width);
  const { toRegister } = registersOf(crc);
  const constant = field.reflected ? 1 << (field.width - 1) : 1;
  const one = chainFrom(field, constant);
  const add = (r: number, p: number, power: number) =>
    r ^ multiply(field, toRegister(readStored(bytes, p, storedBytes, byteOrder)), power);
  return {
    fill: (out, from, to) => {
      const power = new Int32Array(to - from);
      one(power, from, to - from);
      for (let p = from; p < to; p++)
        out[p - from] = add(out[p - from] as number, p, power[p - from] as number);
    },
    addAt: (out, positions) => {
      const power = powers.along(constant, positions);
      for (let i = 0; i < positions.length; i++)
        out[i] = add(out[i] as number, positions[i] as number, power[i] as number);
    }
  };
}
