import { findGravest, judge, type Judgement } from '../base/verdict.ts';
import type { Profile } from '../profile/profile.ts';
import { judgeDonor, type DonorCheck, type UnitNumbers } from './judge-donor.ts';
import { judgeWear, type Wear } from './judge-wear.ts';
import type { FieldStep } from './chain.ts';

/** State of a unit on the shelf. */
export type StockState = 'unknown' | 'blank' | 'backed-up' | 'cloned' | 'dead';

export interface StockUnit {
  readonly tag: string;
  readonly family: string;
  readonly numbers: UnitNumbers;
  readonly state: StockState;
  readonly wear: Readonly<Record<string, number>>;
  /** Open job that it serves already. */
  readonly inJob: number | undefined;
}

export interface StockFit {
  readonly unit: StockUnit;
  readonly verdict: Judgement;
  readonly donor: DonorCheck;
  readonly wear: Wear;
}

const RANK = { go: 0, look: 1, none: 2, stop: 3 } as const;

/**
 * What on the shelf would fit? Every unit judged by its numbers, its state and its wear; the best first.
 * Example: a dead unit with all numbers equal is Stop and comes last.
 */
export function judgeStock(
  profile: Profile,
  original: UnitNumbers,
  options: {
    readonly units: readonly StockUnit[];
    readonly steps?: readonly FieldStep[];
    /** Job that asks: a unit that serves it already is not taken. */
    readonly job?: number;
  }
): StockFit[] {
  return options.units
    .map((unit): StockFit => {
      const donor = judgeDonor(profile, original, unit, options.steps);
      const wear = judgeWear(profile.wear, unit.wear);
      const state = judgeState(unit, options.job) ?? donor.verdict;
      const verdict = findGravest([donor.verdict, state, wear.verdict]) as Judgement;
      return { unit, donor, wear, verdict };
    })
    .sort(
      (a, b) =>
        RANK[a.verdict.verdict] - RANK[b.verdict.verdict] ||
        deviationsOf(a) - deviationsOf(b) ||
        a.donor.ask.length - b.donor.ask.length ||
        a.wear.worn - b.wear.worn ||
        a.unit.tag.localeCompare(b.unit.tag)
    );
}

/** Fields that are known and not what they should be: worse than one that can still be asked for. */
function deviationsOf({ donor }: StockFit): number {
  return donor.lines.filter(({ judgement: j }) => j.verdict === 'look' && !j.undone).length;
}

/** What its state says against it; undefined for nothing. */
function judgeState(unit: StockUnit, job: number | undefined): Judgement | undefined {
  const { tag } = unit;
  if (unit.state === 'dead') return judge('stop', 'shelf.unit.dead', { tag });
  if (unit.inJob !== undefined && unit.inJob !== job)
    return judge('stop', 'shelf.unit.taken', { tag, job: unit.inJob });
  if (unit.state === 'cloned') return judge('look', 'shelf.unit.cloned', { tag });
  return undefined;
}
