import { lengthOf, type Range } from '../image/range.ts';
import { CHECKSUMS, type ChecksumKind } from './registry.ts';

/** A checksum of a region: what is computed, over which offsets, and where the result is stored. */
export interface ChecksumRule {
  readonly id: string;
  readonly region: string;
  readonly kind: ChecksumKind;
  /** Offsets inside the region that are covered. */
  readonly over: Range;
  /** Offset of the stored value, outside `over`. */
  readonly storedAt: number;
  readonly littleEndian: boolean;
}

export interface ChecksumState {
  readonly rule: ChecksumRule;
  readonly stored: bigint;
  readonly computed: bigint;
  readonly holds: boolean;
}

/** Bytes that the stored value of `rule` occupies. */
export function storedRange(rule: ChecksumRule): Range {
  return { start: rule.storedAt, end: rule.storedAt + CHECKSUMS[rule.kind].storedBytes };
}

/** Computes a rule's value over `image` (a whole region). */
export function computeChecksum(rule: ChecksumRule, image: Uint8Array): bigint {
  const covered = image.subarray(rule.over.start, rule.over.end);
  if (covered.length !== lengthOf(rule.over)) {
    throw new RangeError(`"image" expected at least ${rule.over.end} bytes, got ${image.length}`);
  }
  return CHECKSUMS[rule.kind].compute(covered, rule);
}

/** Holds the stored value against the computed one. */
export function verifyChecksum(rule: ChecksumRule, image: Uint8Array): ChecksumState {
  const stored = readStored(rule, image);
  const computed = computeChecksum(rule, image);
  return { rule, stored, computed, holds: stored === computed };
}

function readStored(rule: ChecksumRule, image: Uint8Array): bigint {
  const { start, end } = storedRange(rule);
  if (end > image.length)
    throw new RangeError(`"image" expected at least ${end} bytes, got ${image.length}`);
  const bytes = [...image.subarray(start, end)];
  if (rule.littleEndian) bytes.reverse();
  return bytes.reduce((value, byte) => (value << 8n) | BigInt(byte), 0n);
}

/** The bytes of `value` as the rule stores them. Shape: as many as the kind has. */
export function encodeStored(rule: ChecksumRule, value: bigint): Uint8Array {
  const { start, end } = storedRange(rule);
  const bytes = Uint8Array.from({ length: end - start }, (_, i) =>
    Number((value >> BigInt(8 * (end - start - 1 - i))) & 0xffn)
  );
  return rule.littleEndian ? bytes.reverse() : bytes;
}
