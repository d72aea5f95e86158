import type { Access } from '../access/access.ts';
import { findGravest, type Judgement } from '../base/verdict.ts';
import { judgeSupply, type SupplyReading } from '../electrical/judge-supply.ts';
import { judgeBoardUnfed } from './rules/board-unfed.ts';
import { judgeProgrammer } from './rules/programmer-there.ts';

/** What a station gives at this moment. */
export interface StationFeed {
  readonly supply: SupplyReading | undefined;
  readonly programmer: boolean;
}

/** Is the station ready for the access: the supply as the family needs it, or a programmer and nothing else that feeds? */
export function judgeFeed(
  access: Access,
  { supply, programmer }: StationFeed
): Judgement | undefined {
  if (access.carrier === 'can-uds') return judgeSupply(supply, access.supply);
  if (access.carrier === 'file') return undefined;
  return findGravest([judgeProgrammer(programmer), judgeBoardUnfed(supply)]);
}
