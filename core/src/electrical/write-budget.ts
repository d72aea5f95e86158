import { judge, type Judgement } from '../base/verdict.ts';
import type { AccessSpec, DrawState, Region } from '../profile/profile.ts';
import { eraseSeconds, usualSeconds } from '../time/estimate.ts';
import { budgetLines } from './budget.ts';
import type { SupplyReading } from './judge-supply.ts';

/** What a write takes of the supply, reckoned before it begins. Units: s, mA. */
export interface WriteBudget {
  readonly eraseSeconds: number;
  /** Beyond what the erasing takes. */
  readonly writeSeconds: number;
  readonly backSeconds: number;
  /** Most that is drawn in each of its states, with everything beside it; undefined where the family does not say. */
  readonly erasingMa: number | undefined;
  readonly writingMa: number | undefined;
}

/** Usual times of erasing, writing and reading back these regions, and what is drawn meanwhile at most. */
export function budgetWrite(
  regions: readonly Region[],
  { draw, beside }: Pick<AccessSpec, 'draw' | 'beside'>
): WriteBudget {
  const erase = regions.reduce((sum, r) => sum + eraseSeconds(r), 0);
  const lines = budgetLines(draw, beside);
  const most = (state: DrawState) => lines.find((l) => l.state === state)?.totalMa;
  return {
    eraseSeconds: erase,
    writeSeconds: Math.max(0, usualSeconds(regions, 'write') - erase),
    backSeconds: usualSeconds(regions, 'read'),
    erasingMa: most('erasing'),
    writingMa: most('writing')
  };
}

/** Less above the heaviest draw is hardly any: a swing brings the supply into limitation. Source: common practice. */
const NARROW = 1.1;

/**
 * Does what is set at the supply carry erasing and writing to the end? Stop `gate.budget.limit` (the limit or the supply would cut in), Look `gate.budget.unknown`
 * (nobody says what is drawn), `gate.budget.narrow`, Go `gate.budget.carried`. What is no number was not measured and is never sound.
 */
export function judgeWriteBudget(
  budget: WriteBudget,
  { limitMa, ratedMa }: Pick<SupplyReading, 'limitMa' | 'ratedMa'>
): Judgement {
  const { erasingMa, writingMa, ...times } = budget;
  const given = Math.min(limitMa, ratedMa);
  if (erasingMa === undefined || writingMa === undefined || !Number.isFinite(erasingMa + writingMa))
    return judge('look', 'gate.budget.unknown');
  const mostMa = Math.max(erasingMa, writingMa);
  const figures = { erasingMa, writingMa, mostMa, givenMa: given };
  if (!(given >= mostMa)) return judge('stop', 'gate.budget.limit', figures);
  if (given < mostMa * NARROW) return judge('look', 'gate.budget.narrow', figures);
  return judge('go', 'gate.budget.carried', { ...figures, ...times });
}
