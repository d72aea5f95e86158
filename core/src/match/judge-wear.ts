import { findGravest, judge, type Judgement } from '../base/verdict.ts';
import type { WearValue } from '../profile/profile.ts';

export interface WearLine {
  readonly value: WearValue;
  readonly found: number | undefined;
  /** 0 inside the good band, 1 at the worn edge and beyond. */
  readonly worn: number;
  readonly judgement: Judgement;
}

export interface Wear {
  readonly verdict: Judgement;
  readonly lines: readonly WearLine[];
  /** The worst share of all values. */
  readonly worn: number;
}

/** Share from which a used part is told as near its end. Source: common practice. */
const NEAR_END = 0.6;

/**
 * How worn is a unit, from its adaptation values and the bands of its family? The worst value decides.
 * Example: a fill time half-way between the good band and the worn edge is 0.5 and Look.
 */
export function judgeWear(
  bands: readonly WearValue[],
  found: Readonly<Record<string, number | undefined>>
): Wear {
  const lines = bands.map((value) => judgeValue(value, found[value.id] ?? Number.NaN));
  const known = lines.filter((l) => l.found !== undefined);
  const worn = Math.max(0, ...known.map((l) => l.worn));
  return { verdict: verdictOf(lines, known), lines, worn };
}

function judgeValue(value: WearValue, found: number): WearLine {
  const params = { name: value.name, found, unit: value.unit };
  if (!Number.isFinite(found))
    return { value, found: undefined, worn: 0, judgement: judge('none', 'wear.value.unknown') };
  const worn =
    found < value.goodMin
      ? share(value.goodMin - found, value.goodMin - value.wornMin)
      : found > value.goodMax
        ? share(found - value.goodMax, value.wornMax - value.goodMax)
        : 0;
  const judgement =
    worn >= 1
      ? judge('stop', 'wear.value.worn', params)
      : worn === 0
        ? judge('go', 'wear.value.good', params)
        : judge('look', worn >= NEAR_END ? 'wear.value.near' : 'wear.value.used', params);
  return { value, found, worn, judgement };
}

function share(distance: number, room: number): number {
  return Math.min(1, distance / Math.max(0, room));
}

function verdictOf(lines: readonly WearLine[], known: readonly WearLine[]): Judgement {
  if (lines.length === 0) return judge('none', 'wear.unit.untold');
  if (known.length === 0) return judge('none', 'wear.unit.unread', { count: lines.length });
  const worst = findGravest(
    [...known].sort((a, b) => b.worn - a.worn).map((l) => l.judgement)
  ) as Judgement;
  const { params } = worst;
  if (worst.verdict === 'stop') return judge('stop', 'wear.unit.worn', params);
  if (worst.verdict === 'look') return judge('look', 'wear.unit.used', params);
  return known.length < lines.length
    ? judge('look', 'wear.unit.partly', { known: known.length, count: lines.length })
    : judge('go', 'wear.unit.good');
}
