import { ok, type Result } from '@badger/core/base/result';
import { correctSums } from '@badger/core/checksum/correct-sums';
import { verifySums, type SumState } from '@badger/core/checksum/verify-sums';
import type { ByteChange } from '@badger/core/edit/edits';
import type { SparseImage } from '@badger/core/image/image';
import type { Range } from '@badger/core/image/range';
import { bytesAtImage, viewRegion } from '@badger/core/image/region-view';
import type { RegionRules } from './dump-desk.ts';

/** A check of a rule as the page shows it. Units: addresses; values as hex. */
export interface CheckState {
  readonly rule: string;
  readonly block: number;
  readonly algorithm: string;
  readonly over: readonly Range[];
  readonly stored: Range;
  readonly verdict: SumState['verdict'];
  readonly fixed: boolean;
  readonly storedValue: string;
  readonly computedValue: string;
}

const move = ({ start, end }: Range, by: number): Range => ({ start: start + by, end: end + by });

/** Holds the rules of a region against an image. */
export function verifyRegion(
  image: SparseImage<'file'>,
  { region, rules }: RegionRules
): CheckState[] {
  const view = viewRegion(image, region);
  return verifySums(rules, bytesAtImage(view.image)).map(({ check, stored, computed, verdict }) => {
    const digits = Math.ceil(check.checksum.bits / 4);
    const told = (value: bigint | undefined) =>
      value === undefined ? 'unknown' : value.toString(16).toUpperCase().padStart(digits, '0');
    return {
      ...{ rule: check.rule.id, block: check.block, algorithm: check.checksum.name, verdict },
      over: check.over.map((r) => move(r, view.base)),
      stored: move(check.stored, view.base),
      fixed: check.rule.fixed,
      ...{ storedValue: told(stored), computedValue: told(computed) }
    };
  });
}

/** What makes the rules of a region right. Errors: those of {@link correctSums}. */
export function correctRegion(
  image: SparseImage<'file'>,
  { region, rules }: RegionRules
): Result<readonly ByteChange[]> {
  const view = viewRegion(image, region);
  const made = correctSums(view.image, rules);
  if (!made.ok) return made;
  return ok(
    made.value.changes.map(({ range, becomes }) => ({ at: view.base + range.start, becomes }))
  );
}
