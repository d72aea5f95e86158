import type { Range } from '@badger/core/image/range';
import { byteAt, type RowLayout } from './layout-rows.ts';

/** Ranges inside `within` at which no other image holds what this one holds, and where some do and some do not. */
export interface Support {
  readonly alone: readonly Range[];
  readonly split: readonly Range[];
}

/** Tells for a stretch of one image how the others stand to it. Where an image knows nothing it does not count. */
export const supportIn =
  (mine: RowLayout, others: readonly RowLayout[]) =>
  (within: Range): Support => {
    const alone: Range[] = [];
    const split: Range[] = [];
    for (let at = within.start; at < within.end; at++) {
      const own = byteAt(mine, at);
      if (own === undefined) continue;
      const told = others.flatMap((o) => byteAt(o, at) ?? []);
      const agreeing = told.filter((b) => b === own).length;
      if (agreeing === told.length) continue;
      grow(agreeing === 0 ? alone : split, at);
    }
    return { alone, split };
  };

function grow(ranges: Range[], at: number): void {
  const last = ranges.at(-1);
  if (last?.end === at) ranges[ranges.length - 1] = { start: last.start, end: at + 1 };
  else ranges.push({ start: at, end: at + 1 });
}
