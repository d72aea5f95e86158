import type { Judgement } from '@badger/core/base/verdict';
import { judgeWear } from '@badger/core/match/judge-wear';
import type { StockState } from '@badger/core/match/judge-stock';
import type { Deps } from '../../deps.ts';
import type { StockRow } from '../../repositories/units.ts';
import { numbersOf } from '@badger/core/job/unit-facts';

/** A unit as the shelf shows it. */
export interface ShelfUnit {
  readonly tag: string;
  readonly family: string;
  readonly hardware: string;
  readonly software: string;
  readonly chipId: string | null;
  readonly place: string;
  readonly stock: StockState | null;
  readonly wear: Judgement;
  /** 0 as new, 1 worn out; undefined where nothing was read. */
  readonly worn: number | undefined;
  readonly inJob: number | null;
}

export function describeShelf(deps: Deps, rows: readonly StockRow[]): ShelfUnit[] {
  return rows.map((row) => {
    const numbers = numbersOf(row);
    const wear = judgeWear(deps.profiles.get(row.familyId)?.wear ?? [], row.wear);
    const read = wear.lines.some((l) => l.found !== undefined);
    return {
      tag: row.tag,
      family: row.familyId,
      hardware: numbers['hardware-number'] ?? '',
      software: numbers['software-number'] ?? '',
      chipId: row.chipId,
      place: row.place,
      stock: row.stock,
      wear: wear.verdict,
      worn: read ? wear.worn : undefined,
      inJob: row.inJob
    };
  });
}
