import { equalBytes } from '../base/bytes.ts';
import {
  checksOf,
  computeCheck,
  decodeStored,
  invertBytes,
  type BytesAt,
  type ChecksumRule,
  type SumCheck
} from './rule.ts';

/** A check held against the bytes. `unknown`: not every byte that it needs is known; that is never sound. */
export interface SumState {
  readonly check: SumCheck;
  readonly stored: bigint | undefined;
  readonly computed: bigint | undefined;
  readonly verdict: 'holds' | 'differs' | 'inverse-differs' | 'unknown';
}

/** Holds one check against the bytes. */
export function verifyCheck(check: SumCheck, bytesAt: BytesAt): SumState {
  const bytes = bytesAt(check.stored);
  const stored = bytes && decodeStored(bytes, check.rule.littleEndian);
  const computed = computeCheck(check, bytesAt);
  const inverse = check.inverse && bytesAt(check.inverse);
  const state = { check, stored, computed };
  if (!bytes || computed === undefined || (check.inverse && !inverse))
    return { ...state, verdict: 'unknown' };
  if (stored !== computed) return { ...state, verdict: 'differs' };
  const turned = !inverse || equalBytes(inverse, invertBytes(bytes));
  return { ...state, verdict: turned ? 'holds' : 'inverse-differs' };
}

/** Holds every check of the rules against the bytes, in the order of the rules. Errors: those of {@link checksOf}. */
export function verifySums(rules: readonly ChecksumRule[], bytesAt: BytesAt): SumState[] {
  return rules.flatMap((rule) => checksOf(rule).map((check) => verifyCheck(check, bytesAt)));
}
