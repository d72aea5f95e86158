import { CRC_CATALOGUE, findCrc } from './catalogue.ts';
import { computeCrc } from './crc.ts';
import {
  computeAdler32,
  computeFletcher16,
  computeFletcher32,
  computeInternet,
  computeXor
} from './simple-sums.ts';
import { computeSum } from './sum.ts';

/** A checksum by its name. */
export interface NamedChecksum {
  readonly name: string;
  readonly bits: number;
  /** What it is computed over is a multiple of this. Units: bytes. */
  readonly wordBytes: number;
  readonly compute: (bytes: Uint8Array) => bigint;
}

const simple = (
  name: string,
  bits: number,
  compute: (bytes: Uint8Array) => number
): NamedChecksum => ({ name, bits, wordBytes: 1, compute: (bytes) => BigInt(compute(bytes)) });

const sumOf = (bits: 8 | 16 | 32) =>
  simple(`SUM-${bits}`, bits, (bytes) => computeSum(bytes, { sumBytes: bits / 8 }));

/** Words of the width of the sum. */
const wordSumOf = (bits: 16 | 32, order: 'BE' | 'LE'): NamedChecksum => ({
  ...{ name: `SUM-${bits}-${order}`, bits, wordBytes: bits / 8 },
  compute: (bytes) =>
    BigInt(
      computeSum(bytes, { wordBytes: bits / 8, sumBytes: bits / 8, littleEndian: order === 'LE' })
    )
});

/** Every checksum that is no CRC. */
export const SIMPLE_CHECKSUMS: readonly NamedChecksum[] = [
  ...[sumOf(8), sumOf(16), sumOf(32)],
  ...(['BE', 'LE'] as const).flatMap((order) => [wordSumOf(16, order), wordSumOf(32, order)]),
  simple('XOR-8', 8, computeXor),
  simple('ADLER-32', 32, computeAdler32),
  simple('FLETCHER-16', 16, computeFletcher16),
  simple('FLETCHER-32', 32, computeFletcher32),
  simple('INTERNET', 16, computeInternet)
];

const simpleByName = new Map(SIMPLE_CHECKSUMS.map((c) => [c.name, c]));

/** A checksum by any of its names, whatever the case; undefined for none. Example: `crc-32`, `sum-16-be`. */
export function findChecksum(name: string): NamedChecksum | undefined {
  const known = simpleByName.get(name.toUpperCase());
  if (known) return known;
  const crc = findCrc(name);
  return (
    crc && {
      ...{ name: crc.name, bits: crc.model.width, wordBytes: 1 },
      compute: (bytes) => computeCrc(crc.model, bytes)
    }
  );
}

/** The names of all of them. */
export const CHECKSUM_NAMES: readonly string[] = [
  ...SIMPLE_CHECKSUMS.map((c) => c.name),
  ...CRC_CATALOGUE.map((c) => c.name)
];
