import { judge, type Judgement } from '../base/verdict.ts';
import type { DrawBand, DrawState, SupplyNeed } from '../profile/profile.ts';
import { voltageAlong, type PathElement, type PathVoltage } from './power-path.ts';

/** What is fed beside the unit, at its most. Units: mA. */
export interface PowerLoad {
  readonly name: string;
  readonly maxMa: number;
}

export interface BudgetLine {
  readonly state: DrawState;
  readonly unitMa: number;
  readonly besideMa: number;
  readonly totalMa: number;
}

/** What a supply carries beyond the heaviest state, so that a swing does not bring it into limitation. Source: common practice. */
export const MARGIN = 1.25;

/** What is taken where a family gives no figures: a lone unit, a low limit. Units: mV, mA. Source: common practice. */
export const CAUTIOUS_NEED: SupplyNeed = {
  voltageMinMv: 12_000,
  voltageMaxMv: 14_000,
  limitMinMa: 1000,
  limitMaxMa: 2000
};
const CAUTIOUS_DRAW: readonly DrawBand[] = [{ state: 'idle', minMa: 100, maxMa: 1500 }];

export interface PowerNeed {
  readonly need: SupplyNeed;
  readonly draw: readonly DrawBand[];
  /** The family gives no figures: those of a lone unit are taken. */
  readonly assumed: boolean;
}

/** What a family needs, or cautious figures where it gives none. */
export function powerNeedOf(family: {
  readonly supply: SupplyNeed | undefined;
  readonly draw: readonly DrawBand[];
}): PowerNeed {
  if (family.supply && family.draw.length > 0)
    return { need: family.supply, draw: family.draw, assumed: false };
  return {
    need: family.supply ?? CAUTIOUS_NEED,
    draw: family.draw.length > 0 ? family.draw : CAUTIOUS_DRAW,
    assumed: true
  };
}

/** What each state draws from the supply, unit and everything beside it. Units: mA. */
export function budgetLines(
  draw: readonly DrawBand[],
  beside: readonly PowerLoad[]
): readonly BudgetLine[] {
  const besideMa = beside.reduce((sum, load) => sum + load.maxMa, 0);
  return draw.map(({ state, maxMa }) => ({
    ...{ state, besideMa, unitMa: maxMa },
    totalMa: maxMa + besideMa
  }));
}

/** The heaviest line; undefined for none. */
export function heaviest(lines: readonly BudgetLine[]): BudgetLine | undefined {
  return lines.reduce<BudgetLine | undefined>(
    (worst, line) => (worst && worst.totalMa >= line.totalMa ? worst : line),
    undefined
  );
}

/**
 * Can the supply carry the heaviest state with its margin? Units: mA. Stop `power.budget.over` with the figure, Look
 * `power.budget.unknown` where nobody knows what it gives or what is drawn. `whole`: all that hangs on the supply is in the lines. Example: 3.6 A writing and 0.6 A beside it need 5.25 A.
 */
export function judgeBudget(
  ratedMa: number | undefined,
  lines: readonly BudgetLine[],
  whole = true
): Judgement {
  const worst = heaviest(lines);
  const ok = worst && Number.isFinite(worst.totalMa) && worst.totalMa > 0;
  if (!ok || ratedMa === undefined || !(ratedMa > 0)) return judge('look', 'power.budget.unknown');
  const needMa = Math.ceil(worst.totalMa * MARGIN);
  const figures = { needMa, ratedMa, totalMa: worst.totalMa, state: worst.state };
  if (needMa > ratedMa) return judge('stop', 'power.budget.over', figures);
  return whole
    ? judge('go', 'power.budget.carried', figures)
    : judge('look', 'power.budget.unknown');
}

/**
 * The current limit to set: the heaviest draw with its margin, inside what the family allows. Units: mA, rounded up to 0.1 A.
 * Undefined where the supply cannot give as much as the family asks for at least.
 */
export function proposeLimit(
  need: SupplyNeed,
  lines: readonly BudgetLine[],
  ratedMa: number
): number | undefined {
  const heaviestMa = heaviest(lines)?.totalMa ?? 0;
  // what nobody knows asks for no more than the family's least
  const wanted = Number.isFinite(heaviestMa) ? heaviestMa * MARGIN : 0;
  const inside = Math.min(Math.max(wanted, need.limitMinMa), need.limitMaxMa);
  const limitMa = Math.min(Math.ceil(inside / 100) * 100, need.limitMaxMa);
  if (limitMa <= ratedMa) return limitMa;
  return ratedMa >= need.limitMinMa ? ratedMa : undefined;
}

/** The voltage to set: half a volt below the most that the family stands, never below its least. Units: mV. Source: common practice. */
export function proposeVoltage(need: SupplyNeed): number {
  return Math.max(need.voltageMinMv, need.voltageMaxMv - 500);
}

/**
 * Does the unit get its voltage in the heaviest state? Units: mV, mA. Stop `power.volts.low`, `power.volts.high` (when it idles),
 * Look `power.volts.unknown` where a part of the path is not known, Go `power.volts.reserve`.
 */
export function judgeVoltsAtUnit(
  path: readonly PathElement[],
  {
    sourceMv,
    currentMa,
    need
  }: { readonly sourceMv: number; readonly currentMa: number; readonly need: SupplyNeed }
): { readonly judgement: Judgement; readonly along: PathVoltage } {
  const along = voltageAlong(sourceMv, currentMa, path);
  const { voltageMinMv: minMv, voltageMaxMv: maxMv } = need;
  const whole = Number.isFinite(along.atUnitMv);
  // no lead makes more of it: what the supply lacks is lacking however little is known of the rest
  const atUnitMv = whole ? along.atUnitMv : sourceMv;
  const figures = { atUnitMv, currentMa, minMv, sourceMv };
  const say = (judgement: Judgement) => ({ judgement, along });
  if (atUnitMv < minMv) return say(judge('stop', 'power.volts.low', figures));
  if (sourceMv > maxMv) return say(judge('stop', 'power.volts.high', { sourceMv, maxMv }));
  if (!whole || along.unknown.length > 0)
    return say(judge('look', 'power.volts.unknown', { minMv }));
  return say(judge('go', 'power.volts.reserve', { ...figures, reserveMv: atUnitMv - minMv }));
}
