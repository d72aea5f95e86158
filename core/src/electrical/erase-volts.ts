import { judge, type Judgement } from '../base/verdict.ts';
import type { SupplyNeed } from '../profile/profile.ts';

/** What is measured before the current rises. Units: mV, mA. */
export interface VoltsNow {
  readonly terminalMv: number;
  /** Between feed and ground at the unit itself. */
  readonly unitMv: number;
  readonly currentMa: number;
}

/**
 * Will the unit keep its voltage when its current rises to `thenMa`? The path drops in proportion to the current (Ohm); what it drops
 * now is measured. Undefined where what was measured is no number, or hardly any current flows: nobody knows. Stop `power.erase.low`, Go `power.erase.held`.
 * Example: 13.5 V at the terminals and 13.2 V at the unit at 0.3 A are 1 Ω: at 3 A 10.5 V are left.
 */
export function judgeVoltsThen(
  { terminalMv, unitMv, currentMa }: VoltsNow,
  { thenMa, need }: { readonly thenMa: number; readonly need: SupplyNeed }
): Judgement | undefined {
  if (![terminalMv, unitMv, currentMa, thenMa].every(Number.isFinite)) return undefined;
  const dropMv = Math.max(0, terminalMv - unitMv);
  // hardly any current flows: what is dropped now says nothing of the path, only a voltage that is too low already is
  if (currentMa < LEAST_MA && unitMv >= need.voltageMinMv) return undefined;
  const share = Math.max(1, thenMa / Math.max(currentMa, LEAST_MA));
  const predictedMv = Math.round(terminalMv - dropMv * share);
  const lowest = Math.min(predictedMv, unitMv);
  const figures = { unitMv, predictedMv: lowest, thenMa, minMv: need.voltageMinMv };
  return lowest < need.voltageMinMv
    ? judge('stop', 'power.erase.low', figures)
    : judge('go', 'power.erase.held', figures);
}

/** Below this the drop of a path is lost in the last digit. Units: mA. Source: common practice. */
const LEAST_MA = 50;
