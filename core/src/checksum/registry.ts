import { computeCrc, CRC16_IBM_3740, CRC32_ISO_HDLC, type CrcModel } from './crc.ts';
import { computeSum } from './sum.ts';

/** How a value is computed over the covered bytes; `littleEndian` is the byte order of the rule. */
export interface ChecksumDefinition {
  /** As people call it. */
  readonly label: string;
  readonly storedBytes: number;
  /** What is covered is a multiple of this. */
  readonly wordBytes: number;
  readonly compute: (covered: Uint8Array, order: { littleEndian: boolean }) => bigint;
}

const crc = (label: string, model: CrcModel): ChecksumDefinition => ({
  label,
  storedBytes: Math.ceil(model.width / 8),
  wordBytes: 1,
  compute: (covered) => computeCrc(model, covered)
});

const sum = (label: string, wordBytes: number, sumBytes: number): ChecksumDefinition => ({
  label,
  storedBytes: sumBytes,
  wordBytes,
  compute: (covered, { littleEndian }) =>
    BigInt(computeSum(covered, { wordBytes, littleEndian, sumBytes }))
});

/** Every checksum that a family may name. The schema of profiles, their documentation and the pages follow from it. */
export const CHECKSUMS = {
  crc32: crc('CRC-32', CRC32_ISO_HDLC),
  crc16: crc('CRC-16/IBM-3740', CRC16_IBM_3740),
  sum8: sum('sum of bytes, 8 bits', 1, 1),
  sum16: sum('sum of words, 16 bits', 2, 2),
  sum32: sum('sum of double words, 32 bits', 4, 4)
} as const satisfies Record<string, ChecksumDefinition>;

export type ChecksumKind = keyof typeof CHECKSUMS;

export const CHECKSUM_KINDS = Object.keys(CHECKSUMS) as readonly ChecksumKind[];
