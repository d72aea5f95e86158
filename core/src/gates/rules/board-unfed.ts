import { judge, type Judgement } from '../../base/verdict.ts';
import type { SupplyReading } from '../../electrical/judge-supply.ts';
import type { GateRule } from '../facts.ts';

/**
 * The programmer feeds the chip: a board that is fed as well fights it, and either may be damaged. Source: common practice.
 * Stop `gate.feed.on`; look `gate.feed.unknown` (nobody can tell); go `gate.feed.off`.
 */
export const boardUnfed: GateRule = ({ carrier, supply }) =>
  carrier === 'chip' ? judgeBoardUnfed(supply) : undefined;

/** Codes of {@link boardUnfed}. */
export function judgeBoardUnfed(supply: SupplyReading | undefined): Judgement {
  if (!supply) return judge('look', 'gate.feed.unknown');
  return supply.on ? judge('stop', 'gate.feed.on') : judge('go', 'gate.feed.off');
}
