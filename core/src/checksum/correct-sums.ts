import { equalBytes } from '../base/bytes.ts';
import { fail, ok, type Result } from '../base/result.ts';
import { bytesOf, imageOf, type SparseImage } from '../image/image.ts';
import { overlaps, type Range } from '../image/range.ts';
import { balanceCheck } from './balance-sum.ts';
import {
  checksOf,
  computeCheck,
  coveredParts,
  decodeStored,
  encodeStored,
  invertBytes,
  type BytesAt,
  type ChecksumRule,
  type SumCheck
} from './rule.ts';
import { verifyCheck, type SumState } from './verify-sums.ts';

/** Bytes that a correction changes. `balance`: free bytes, because the stored value is fixed. */
export interface SumChange {
  readonly check: SumCheck;
  readonly kind: 'stored' | 'inverse' | 'balance';
  readonly range: Range;
  readonly was: Uint8Array;
  readonly becomes: Uint8Array;
}

/** What a correction comes to. */
export interface SumCorrection {
  readonly before: readonly SumState[];
  /** In the order in which they were made. */
  readonly changes: readonly SumChange[];
  readonly after: readonly SumState[];
}

/**
 * Corrects every check of the rules that does not hold, those first that others count: stored values with their inverse, free bytes where the
 * value is fixed. Nothing of the image is changed in place. Errors: `checksum.rules.circle` where two checks count each other's value,
 * `checksum.range.unknown` where a byte that is needed is unknown, those of {@link balanceCheck}, `checksum.rules.clash` where two rules want
 * other bytes at one place. Memory: one copy of the image.
 */
export function correctSums(
  image: SparseImage<unknown>,
  rules: readonly ChecksumRule[]
): Result<SumCorrection> {
  const checks = rules.flatMap((rule) => checksOf(rule));
  const order = orderChecks(checks);
  if (!order.ok) return order;
  const work = imageOf(
    image.pieces.map(({ range, bytes }) => ({ range, bytes: bytes.slice(), origin: 'work' }))
  );
  const bytesAt: BytesAt = (range) => bytesOf(work, range);
  const before = checks.map((check) => verifyCheck(check, bytesAt));
  const changes: SumChange[] = [];
  for (const check of order.value) {
    const made = correctCheck(check, bytesAt);
    if (!made.ok) return made;
    for (const change of made.value) {
      lay(work, change);
      changes.push(change);
    }
  }
  const after = checks.map((check) => verifyCheck(check, bytesAt));
  const unsettled = after.find((s) => s.verdict !== 'holds');
  if (unsettled) return fail('checksum.rules.clash', { rule: unsettled.check.rule.id });
  return ok({ before, changes, after });
}

/** Writes into the pieces of a working copy. */
function lay({ pieces }: SparseImage<unknown>, { range, becomes }: SumChange): void {
  for (const piece of pieces) {
    const from = Math.max(piece.range.start, range.start);
    const to = Math.min(piece.range.end, range.end);
    if (from < to)
      piece.bytes.set(
        becomes.subarray(from - range.start, to - range.start),
        from - piece.range.start
      );
  }
}

function correctCheck(check: SumCheck, bytesAt: BytesAt): Result<SumChange[]> {
  const { rule, stored, inverse } = check;
  // a check that holds is let alone, free bytes too
  const { verdict } = verifyCheck(check, bytesAt);
  if (verdict === 'holds') return ok([]);
  const stands = bytesAt(stored);
  if (!stands) return fail('checksum.range.unknown', { address: stored.start });
  const changes: SumChange[] = [];
  const change = (kind: SumChange['kind'], range: Range, was: Uint8Array, becomes: Uint8Array) => {
    // what stood, not what will: the working copy is written next
    if (!equalBytes(was, becomes)) changes.push({ check, kind, range, was: was.slice(), becomes });
  };
  let value: Uint8Array = stands.slice();
  // a value that is right stays, with the bytes that it counts: only its complement is wrong
  const isRight = verdict === 'inverse-differs';
  if (rule.fixed && !isRight) {
    const balanced = balanceBytes(check, bytesAt, decodeStored(stands, rule.littleEndian));
    if (!balanced.ok) return balanced;
    for (const { range, was, becomes } of balanced.value) change('balance', range, was, becomes);
  } else if (!isRight) {
    const computed = computeCheck(check, bytesAt);
    if (computed === undefined) return unknownOf(check, bytesAt);
    value = encodeStored(computed, stands.length, rule.littleEndian);
    change('stored', stored, stands, value);
  }
  if (inverse) {
    const turned = bytesAt(inverse);
    if (!turned) return fail('checksum.range.unknown', { address: inverse.start });
    change('inverse', inverse, turned, invertBytes(value));
  }
  return ok(changes);
}

/** Why a check cannot be computed. */
function unknownOf(check: SumCheck, bytesAt: BytesAt): Result<never> {
  const parts = coveredParts(check);
  const hole = parts.find(({ range, instead }) => !instead && !bytesAt(range));
  if (hole) return fail('checksum.range.unknown', { address: hole.range.start });
  const { name, wordBytes } = check.checksum;
  const bytes = parts.reduce((n, p) => n + p.range.end - p.range.start, 0);
  return fail('checksum.word.odd', { name, bytes, word: wordBytes });
}

function balanceBytes(check: SumCheck, bytesAt: BytesAt, wanted: bigint) {
  const solved = balanceCheck(check, bytesAt, wanted);
  if (!solved.ok) return solved;
  const parts: { range: Range; was: Uint8Array; becomes: Uint8Array }[] = [];
  for (const free of check.rule.free) {
    const was = bytesAt(free);
    const becomes = was?.map((b, i) => solved.value.get(free.start + i) ?? b);
    if (was && becomes) parts.push({ range: free, was, becomes });
  }
  return ok(parts);
}

/** What a check counts, and what correcting it changes. */
const countsOf = (check: SumCheck) =>
  coveredParts(check).flatMap(({ range, instead }) => (instead ? [] : [range]));
const changesOf = ({ rule, stored, inverse }: SumCheck): readonly Range[] => [
  ...(rule.fixed ? rule.free : [stored]),
  ...(inverse ? [inverse] : [])
];

/**
 * Checks in such an order that what one changes is settled before another counts it. A fixed value counts its own free bytes: that is no
 * circle. Errors: `checksum.rules.circle`.
 */
function orderChecks(checks: readonly SumCheck[]): Result<SumCheck[]> {
  const counts = checks.map(countsOf);
  const writers = indexOf(checks);
  const waits = checks.map((_, i) => {
    const on = new Set<number>();
    for (const range of counts[i] as readonly Range[])
      for (const j of writers(range)) if (j !== i) on.add(j);
    return on;
  });
  const order: SumCheck[] = [];
  const state = new Uint8Array(checks.length);
  // depth first, without recursion: chains may be long
  for (let root = 0; root < checks.length; root++) {
    const stack = [root];
    while (stack.length > 0) {
      const i = stack.at(-1) as number;
      if (state[i] === 0) {
        state[i] = 1;
        for (const j of waits[i] as ReadonlySet<number>) {
          if (state[j] === 1)
            return fail('checksum.rules.circle', {
              rule: (checks[i] as SumCheck).rule.id,
              other: (checks[j] as SumCheck).rule.id
            });
          if (state[j] === 0) stack.push(j);
        }
      } else {
        stack.pop();
        if (state[i] === 1) order.push(checks[i] as SumCheck);
        state[i] = 2;
      }
    }
  }
  return ok(order);
}

/** Which checks change bytes of a range. */
function indexOf(checks: readonly SumCheck[]) {
  const written = checks
    .flatMap((check, i) => changesOf(check).map((range) => ({ range, i })))
    .sort((a, b) => a.range.start - b.range.start);
  const longest = written.reduce((n, { range }) => Math.max(n, range.end - range.start), 0);
  return function* (range: Range): Generator<number> {
    let low = 0;
    let high = written.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((written[middle] as (typeof written)[0]).range.start < range.start - longest)
        low = middle + 1;
      else high = middle;
    }
    for (let k = low; k < written.length; k++) {
      const { range: own, i } = written[k] as (typeof written)[0];
      if (own.start >= range.end) return;
      if (overlaps(own, range)) yield i;
    }
  };
}
