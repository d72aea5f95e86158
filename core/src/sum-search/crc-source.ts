import type { NamedCrc } from '../checksum/catalogue.ts';
import { BytePowers, computePrefixes, fieldOf, multiply, powerMap } from './crc-field.ts';
import {
  chainFrom,
  registersOf,
  shiftedValues,
  storedBytesOf,
  turnedValues,
  type CrcImage
} from './crc-stored.ts';
import type { KeySource, StoredOrder, Variant } from './key-source.ts';

/** Takes up an image under the polynomial of a model; those of one polynomial and reflection share it. Memory: four bytes for each of the image. */
export function crcImageOf(bytes: Uint8Array, { model }: NamedCrc): CrcImage {
  const field = fieldOf(model);
  return { field, bytes, prefixes: computePrefixes(field, bytes), powers: new BytePowers(field) };
}

/** Keys of a CRC whose value is stored behind what it covers. */
export function crcSource(image: CrcImage, crc: NamedCrc, byteOrder: StoredOrder): KeySource {
  const { field, bytes, prefixes, powers } = image;
  const { width, refin } = crc.model;
  const storedBytes = storedBytesOf(width);
  const registers = registersOf(crc);
  const { turned, init } = registers;
  const variant: Variant = {
    ...{ algorithm: crc.name, byteOrder, form: 'plain', bits: width, storedBytes, wordBytes: 1 }
  };
  // taken as message, a value that stands in its natural order leaves one and the same register
  const natural = !turned && width % 8 === 0 && byteOrder === (refin ? 'little' : 'big');
  const ends = natural
    ? atSelf(image, powerMap(field, storedBytes).of(registers.xorout))
    : atValue(image, crc, byteOrder);
  const starts = atSelf(image, init);
  return {
    ...{ variant, bytes },
    ...{ fillStarts: starts.fill, startsAt: starts.at, fillEnds: ends.fill, endsAt: ends.at },
    valuesTo: (end, starts, keys) => {
      const map = powers.mapOf(end);
      const ending = prefixes[end] as number;
      const out = new Float64Array(starts.length);
      for (let i = 0; i < starts.length; i++) {
        const register = map.of((keys[i] as number) ^ ending) ^ registers.xorout;
        out[i] = (turned ? registers.toRegister(register) : register) >>> 0;
      }
      return out;
    },
    valueOf: (start, end) => {
      const both = (prefixes[start] as number) ^ (prefixes[end] as number);
      const register =
        multiply(field, both, powers.of(end)) ^ multiply(field, init, powers.of(end - start));
      return registers.toRegister(register ^ registers.xorout) >>> 0;
    }
  };
}

interface Keys {
  readonly fill: KeySource['fillStarts'];
  readonly at: KeySource['startsAt'];
}

/** U[i] + constant·x^(-8·i). */
function atSelf({ field, prefixes, powers }: CrcImage, constant: number): Keys {
  const chain = chainFrom(field, constant);
  return {
    fill: (out, from, to) => {
      for (let i = from; i < to; i++) out[i - from] = prefixes[i] as number;
      chain(out, from, to - from);
    },
    at: (positions) =>
      powers
        .along(constant, positions)
        .map((r, i) => r ^ (prefixes[positions[i] as number] as number))
  };
}

/** U[p] + (stored + xorout)·x^(-8·p) where the stored value begins at p and ends at q. */
function atValue(image: CrcImage, crc: NamedCrc, byteOrder: StoredOrder): Keys {
  const { field, bytes, prefixes, powers } = image;
  const storedBytes = storedBytesOf(field.width);
  const { turned, xorout } = registersOf(crc);
  const stored = turned ? turnedValues(image, crc, byteOrder) : shiftedValues(image, byteOrder);
  const xoroutChain = chainFrom(field, xorout);
  return {
    fill: atValueStart(storedBytes, {
      length: bytes.length,
      fill: (out, from, to) => {
        for (let p = from; p < to; p++) out[p - from] = prefixes[p] as number;
        xoroutChain(out, from, to - from);
        stored.fill(out, from, to);
      }
    }),
    at: (ends) => {
      const at = ends.map((q) => q - storedBytes);
      const out = powers.along(xorout, at);
      stored.addAt(out, at);
      return out.map((r, i) => r ^ (prefixes[at[i] as number] as number));
    }
  };
}

/** Fills keys by the position p at which a value begins, for ends q = p + stored bytes. */
function atValueStart(
  storedBytes: number,
  { length, fill }: { length: number; fill: (out: Int32Array, from: number, to: number) => void }
): KeySource['fillEnds'] {
  return (out, from, to) => {
    const first = Math.max(0, from - storedBytes);
    const last = Math.min(Math.max(0, to - storedBytes), length - storedBytes + 1);
    const skipped = first + storedBytes - from;
    out.fill(0, 0, Math.max(0, skipped));
    if (last > first) fill(out.subarray(skipped), first, last);
  };
}
