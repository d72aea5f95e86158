import type { Access } from '../access/access.ts';
import { findGravest, type Judgement } from '../base/verdict.ts';
import { judgeSupply, type SupplyReading } from '../electrical/judge-supply.ts';
import type { GateFacts } from './facts.ts';
import { judgeBoardUnfed } from './rules/board-unfed.ts';
import { judgeProgrammer } from './rules/programmer-there.ts';

/** What a station gives at this moment. */
export interface StationFeed {
  readonly supply: SupplyReading | undefined;
  readonly programmer: boolean;
}

/** What an access asks of a station. */
export type AccessNeed = Pick<GateFacts, 'carrier' | 'need'>;

export function needOf(access: Access | undefined): AccessNeed {
  return {
    carrier: access?.carrier ?? 'file',
    need: access?.carrier === 'can-uds' ? access.supply : undefined
  };
}

/**
 * Is the station ready for the access: the supply as the family needs it, or a programmer and nothing else that feeds?
 * Undefined where nothing is asked of it.
 */
export function judgeFeed(
  { carrier, need }: AccessNeed,
  { supply, programmer }: StationFeed
): Judgement | undefined {
  if (carrier === 'chip')
    return findGravest([judgeProgrammer(programmer), judgeBoardUnfed(supply)]);
  return carrier === 'can-uds' && need ? judgeSupply(supply, need) : undefined;
}
