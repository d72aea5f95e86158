import { readUintBe, readUintLe } from '../base/bytes.ts';
import { lengthOf, type Range } from '../image/range.ts';
import { computeCrc, CRC32_ISO_HDLC } from './crc.ts';
import { computeSum } from './sum.ts';

/** A checksum of a region: what is computed, over which offsets, and where the result is stored. */
export interface ChecksumRule {
  readonly id: string;
  readonly region: string;
  readonly kind: 'crc32' | 'sum16';
  /** Offsets inside the region that are covered. */
  readonly over: Range;
  /** Offset of the stored value, outside `over`. */
  readonly storedAt: number;
  readonly littleEndian: boolean;
}

export interface ChecksumState {
  readonly rule: ChecksumRule;
  readonly stored: number;
  readonly computed: number;
  readonly holds: boolean;
}

/** Bytes that the stored value of `rule` occupies. */
export function storedRange(rule: ChecksumRule): Range {
  return { start: rule.storedAt, end: rule.storedAt + (rule.kind === 'crc32' ? 4 : 2) };
}

/** Computes a rule's value over `image` (a whole region). */
export function computeChecksum(rule: ChecksumRule, image: Uint8Array): number {
  const covered = image.subarray(rule.over.start, rule.over.end);
  if (covered.length !== lengthOf(rule.over)) {
    throw new RangeError(`"image" expected at least ${rule.over.end} bytes, got ${image.length}`);
  }
  if (rule.kind === 'crc32') return computeCrc(CRC32_ISO_HDLC, covered);
  return computeSum(covered, { wordBytes: 2, littleEndian: rule.littleEndian, sumBytes: 2 });
}

/** Holds the stored value against the computed one. */
export function verifyChecksum(rule: ChecksumRule, image: Uint8Array): ChecksumState {
  const at = storedRange(rule);
  const read = rule.littleEndian ? readUintLe : readUintBe;
  const stored = read(image, at.start, lengthOf(at));
  const computed = computeChecksum(rule, image);
  return { rule, stored, computed, holds: stored === computed };
}
