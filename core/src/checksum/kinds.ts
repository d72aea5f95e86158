import { CHECKSUM_NAMES } from './named.ts';

/** Short names that profiles may use; those of words follow the byte order of the rule. */
const SHORT_NAMES: Readonly<Record<string, (order: 'LE' | 'BE') => string>> = {
  crc32: () => 'CRC-32/ISO-HDLC',
  crc16: () => 'CRC-16/IBM-3740',
  sum8: () => 'SUM-8',
  sum16: (order) => `SUM-16-${order}`,
  sum32: (order) => `SUM-32-${order}`
};

/** What a profile may write as the kind of a checksum: a name of the catalogue, or a short one. */
export const CHECKSUM_KINDS: readonly string[] = [...Object.keys(SHORT_NAMES), ...CHECKSUM_NAMES];

/** The name of the catalogue that a kind stands for. Example: `sum16` with the low byte first is `SUM-16-LE`. */
export const algorithmOfKind = (kind: string, littleEndian: boolean): string =>
  SHORT_NAMES[kind]?.(littleEndian ? 'LE' : 'BE') ?? kind;
