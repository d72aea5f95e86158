import {
  bytesAtOf,
  checksOf,
  coveredParts,
  type ChecksumRule,
  type SumCheck
} from '../checksum/rule.ts';
import { findChecksum } from '../checksum/named.ts';
import { verifyCheck, type SumState } from '../checksum/verify-sums.ts';
import { readFields } from '../field/read-fields.ts';
import { ok } from '../base/result.ts';
import { joinRanges } from '../image/image.ts';
import type { Range } from '../image/range.ts';
import { followByte } from '../transform/follow-byte.ts';
import { applySteps } from '../transform/steps.ts';
import type { RegionKnowledge } from './read-set.ts';

/** How far a content is what the region must hold. */
export interface Sense {
  /** Checks that hold, that do not, and that could not be made. */
  readonly hold: number;
  readonly differ: number;
  readonly unknown: number;
  /** Fields that read as they must, and such as do not; erased ones count for neither. */
  readonly fieldsSound: number;
  readonly fieldsWrong: number;
}

type Known = Pick<RegionKnowledge, 'rules' | 'fields' | 'steps'>;

/** Holds a content, as it was read, against rules and fields. Total: what cannot be computed, or laid bare, is unknown. */
export function senseOf(bytes: Uint8Array, { rules, fields, steps = [] }: Known): Sense {
  const plain = steps.length === 0 ? ok(bytes) : applySteps(bytes, steps);
  const bytesAt = bytesAtOf(plain.ok ? plain.value : new Uint8Array(0));
  const sums = rules.flatMap((rule) => checksOf(rule).map((check) => verifyCheck(check, bytesAt)));
  const count = (of: (s: SumState) => boolean) => sums.filter(of).length;
  const readings = readFields(fields, bytesAt).filter((f) => f.spec.form.type !== 'bytes');
  const wrong = ['malformed', 'outside', 'torn', 'voted', 'unknown'];
  return {
    hold: count((s) => s.verdict === 'holds'),
    differ: count((s) => s.verdict === 'differs' || s.verdict === 'inverse-differs'),
    unknown: count((s) => s.verdict === 'unknown'),
    fieldsSound: readings.filter((f) => f.verdict === 'sound').length,
    fieldsWrong: readings.filter((f) => wrong.includes(f.verdict)).length
  };
}

/** Something that must be so is not: a check, or more fields than not; where no check speaks, any field. */
export const isContradicted = ({ hold, differ, fieldsWrong, fieldsSound }: Sense): boolean =>
  differ > 0 || fieldsWrong > (hold > 0 ? fieldsSound : 0);

/** Every check holds, and there is one. A field that reads wrong among sound ones is what the unit holds. */
export const isConfirmed = ({ hold, differ, unknown, fieldsWrong, fieldsSound }: Sense): boolean =>
  hold > 0 && differ === 0 && unknown === 0 && fieldsWrong <= fieldsSound;

/** Better content is worth more: checks first, then fields. */
export const worthOf = ({ hold, differ, unknown, fieldsSound, fieldsWrong }: Sense): number =>
  1000 * (hold - differ - unknown) + fieldsSound - fieldsWrong;

/** Offsets of the image that count for a check, and those where its value is stored. Ascending and apart. */
export const spanOf = (check: SumCheck): Range[] =>
  joinRanges([
    ...coveredParts(check).flatMap((part) => (part.instead ? [] : [part.range])),
    check.stored
  ]);

/** Fewer bits of a check let too much pass for it to speak for a byte. */
const LEAST_BITS = 16;

/** Offsets for which a check of {@link LEAST_BITS} or more speaks, its inverse included. Ascending and apart. */
export function coveredBy(rules: readonly ChecksumRule[]): Range[] {
  const checks = rules
    .flatMap((rule) => checksOf(rule))
    .filter(({ checksum }) => checksum.bits >= LEAST_BITS);
  return joinRanges(checks.flatMap((c) => [...spanOf(c), ...(c.inverse ? [c.inverse] : [])]));
}

/** As {@link coveredBy}, at the offsets that were read. Empty where the region cannot be laid bare. */
export function coveredAsRead(
  { rules, steps = [] }: Pick<RegionKnowledge, 'rules' | 'steps'>,
  lengthBytes: number
): Range[] {
  const covered = coveredBy(rules);
  if (steps.length === 0) return covered;
  const follow = followByte(steps, lengthBytes);
  if (!follow.ok) return [];
  const [all] = covered;
  if (all?.start === 0 && all.end >= lengthBytes) return covered;
  const read: Range[] = [];
  for (let at = 0, start = -1; at <= lengthBytes; at++) {
    const here = at < lengthBytes && isIn(covered, follow.value({ at, value: 0 }).at);
    if (here && start < 0) start = at;
    if (here || start < 0) continue;
    read.push({ start, end: at });
    start = -1;
  }
  return read;
}

/** Checks of 32 bits or more, all of them: what passes is no chance. False for none. */
export const areStrong = (rules: readonly ChecksumRule[]): boolean =>
  rules.length > 0 && rules.every((rule) => (findChecksum(rule.algorithm)?.bits ?? 0) >= 32);

/** Is an offset in one of the ranges? Shape: ranges ascending and apart. */
export function isIn(ranges: readonly Range[], at: number): boolean {
  let low = 0;
  let high = ranges.length - 1;
  while (low <= high) {
    const middle = (low + high) >> 1;
    const range = ranges[middle] as Range;
    if (at < range.start) high = middle - 1;
    else if (at >= range.end) low = middle + 1;
    else return true;
  }
  return false;
}
