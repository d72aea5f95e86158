import { concatBytes } from '../base/bytes.ts';
import { contains, overlaps, type Range } from '../image/range.ts';
import { findChecksum, type NamedChecksum } from './named.ts';

/** What is stored: the value, its complement of one, or of two (so that all adds up to zero). */
export type StoredForm = 'plain' | 'inverted' | 'negated';

/** A checksum over blocks of one size, each with a value of its own. */
export interface RuleBlocks {
  /** Length of a block; the last one may be shorter. Units: bytes. */
  readonly bytes: number;
  /** From the stored value of one block to that of the next. Units: bytes. */
  readonly storedEvery: number;
  /** The stored value of the block before counts in front of a block. */
  readonly chained: boolean;
}

/** A checksum of a region: what is computed, over which offsets, and where the result is stored. */
export interface ChecksumRule {
  readonly id: string;
  readonly region: string;
  /** A name of {@link findChecksum}. */
  readonly algorithm: string;
  /** Offsets inside the region that are covered, in the order in which they are counted; what lies between them is not. */
  readonly over: readonly Range[];
  readonly storedAt: number;
  readonly littleEndian: boolean;
  readonly form: StoredForm;
  /** Where the complement of the stored value stands, in the same byte order. */
  readonly inverseAt: number | undefined;
  /** What counts for stored bytes that lie inside `over`: nothing, or these, repeated. */
  readonly storedCountsAs: Uint8Array | undefined;
  readonly blocks: RuleBlocks | undefined;
  /** The stored value stays; bytes of `free` are changed until it is right. */
  readonly fixed: boolean;
  /** Bytes that nothing needs, inside `over`. */
  readonly free: readonly Range[];
}

/** What most rules are: one range, a value outside it. */
export const PLAIN_RULE = {
  form: 'plain',
  inverseAt: undefined,
  storedCountsAs: undefined,
  blocks: undefined,
  fixed: false,
  free: []
} as const;

/** One value to be held against the bytes: a rule, or one block of it. */
export interface SumCheck {
  readonly rule: ChecksumRule;
  readonly checksum: NamedChecksum;
  /** Number of the block, from 0. */
  readonly block: number;
  readonly over: readonly Range[];
  readonly stored: Range;
  readonly inverse: Range | undefined;
  /** The stored value of the block before, which counts in front. */
  readonly before: Range | undefined;
}

/** Gives the bytes of a range; undefined where any of them is unknown. */
export type BytesAt = (range: Range) => Uint8Array | undefined;

/** Reads from a whole region. Memory: views. */
export const bytesAtOf =
  (image: Uint8Array): BytesAt =>
  ({ start, end }) =>
    start >= 0 && end <= image.length ? image.subarray(start, end) : undefined;

/** More blocks are a mistake of whoever wrote the rule. */
export const MOST_BLOCKS = 65_536;

/** The checks of a rule, in the order in which they build on each other. Errors: RangeError for a checksum or blocks that there are not. */
export function checksOf(rule: ChecksumRule): SumCheck[] {
  const checksum = findChecksum(rule.algorithm);
  if (!checksum) throw new RangeError(`"algorithm" expected a known name, got ${rule.algorithm}`);
  const width = storedBytesOf(checksum);
  const at = (start: number): Range => ({ start, end: start + width });
  const inverseOf = (by: number) =>
    rule.inverseAt === undefined ? undefined : at(rule.inverseAt + by);
  const { blocks } = rule;
  if (!blocks) {
    const parts = { over: rule.over, stored: at(rule.storedAt), inverse: inverseOf(0) };
    return [{ rule, checksum, block: 0, before: undefined, ...parts }];
  }
  const [over] = rule.over;
  if (!over || rule.over.length > 1)
    throw new RangeError(`"over" of blocks expected one range, got ${rule.over.length}`);
  const count = Math.ceil((over.end - over.start) / blocks.bytes);
  if (!(count >= 1 && count <= MOST_BLOCKS))
    throw new RangeError(`"blocks" expected 1 to ${MOST_BLOCKS}, got ${count}`);
  return Array.from({ length: count }, (_, block) => {
    const start = over.start + block * blocks.bytes;
    const by = block * blocks.storedEvery;
    return {
      ...{ rule, checksum, block },
      over: [{ start, end: Math.min(over.end, start + blocks.bytes) }],
      stored: at(rule.storedAt + by),
      inverse: inverseOf(by),
      before: blocks.chained && block > 0 ? at(rule.storedAt + by - blocks.storedEvery) : undefined
    };
  });
}

/** Bytes that a value takes. */
export const storedBytesOf = ({ bits }: NamedChecksum): number => Math.ceil(bits / 8);

/** A stretch that counts: bytes of the image, or others in their place. */
export type CoveredPart = { readonly range: Range; readonly instead: Uint8Array | undefined };

/** What counts for a check, in order: its ranges without, or with others for, the stored bytes that lie in them. */
export function coveredParts({ rule, over, stored, inverse, before }: SumCheck): CoveredPart[] {
  const inside = [stored, ...(inverse ? [inverse] : [])]
    .filter((own) => over.some((range) => overlaps(range, own)))
    .sort((a, b) => a.start - b.start);
  const parts: CoveredPart[] = before ? [{ range: before, instead: undefined }] : [];
  for (const range of over) {
    let at = range.start;
    for (const own of inside.filter((o) => contains(range, o))) {
      if (own.start > at) parts.push({ range: { start: at, end: own.start }, instead: undefined });
      if (rule.storedCountsAs)
        parts.push({ range: own, instead: repeatTo(rule.storedCountsAs, own.end - own.start) });
      at = Math.max(at, own.end);
    }
    if (at < range.end) parts.push({ range: { start: at, end: range.end }, instead: undefined });
  }
  return parts;
}

const repeatTo = (bytes: Uint8Array, length: number) =>
  Uint8Array.from({ length }, (_, i) => bytes[i % bytes.length] as number);

/** The bytes that count for a check; undefined where any of them is unknown. Memory: a view where they stand in one stretch. */
export function coveredBytes(check: SumCheck, bytesAt: BytesAt): Uint8Array | undefined {
  const parts: Uint8Array[] = [];
  for (const { range, instead } of coveredParts(check)) {
    const bytes = instead ?? bytesAt(range);
    if (!bytes) return undefined;
    parts.push(bytes);
  }
  return parts.length === 1 ? parts[0] : concatBytes(parts);
}

/** The value that a check wants stored; undefined where bytes are unknown or are no whole number of words. */
export function computeCheck(check: SumCheck, bytesAt: BytesAt): bigint | undefined {
  const covered = coveredBytes(check, bytesAt);
  if (!covered || covered.length % check.checksum.wordBytes !== 0) return undefined;
  return toForm(check, check.checksum.compute(covered));
}

/** A computed value as the rule stores it; the same the other way round. */
export function toForm({ rule, checksum }: SumCheck, value: bigint): bigint {
  const mask = (1n << BigInt(checksum.bits)) - 1n;
  if (rule.form === 'inverted') return value ^ mask;
  return rule.form === 'negated' ? -value & mask : value;
}

/** The number that stands in `bytes`. */
export function decodeStored(bytes: Uint8Array, littleEndian: boolean): bigint {
  const ordered = littleEndian ? [...bytes].reverse() : [...bytes];
  return ordered.reduce((value, byte) => (value << 8n) | BigInt(byte), 0n);
}

/** The bytes of a number. */
export function encodeStored(value: bigint, bytes: number, littleEndian: boolean): Uint8Array {
  const big = Uint8Array.from({ length: bytes }, (_, i) =>
    Number((value >> BigInt(8 * (bytes - 1 - i))) & 0xffn)
  );
  return littleEndian ? big.reverse() : big;
}

/** The stored bytes turned over, bit by bit: what stands as their inverse. */
export const invertBytes = (bytes: Uint8Array): Uint8Array => bytes.map((b) => b ^ 0xff);
