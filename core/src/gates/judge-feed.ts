import type { Access } from '../access/access.ts';
import { judgeVehicle, type AgedReading } from '../access/vehicle/vehicle-reading.ts';
import { findGravest, type Judgement } from '../base/verdict.ts';
import { judgeSupply, type SupplyReading } from '../electrical/judge-supply.ts';
import type { GateFacts } from './facts.ts';
import { judgeBoardUnfed } from './rules/board-unfed.ts';
import { judgeProgrammer } from './rules/programmer-there.ts';

/** What a station gives at this moment. */
export interface StationFeed {
  readonly supply: SupplyReading | undefined;
  readonly programmer: boolean;
  /** The vehicle on the cable, as it was looked at last. */
  readonly vehicle: AgedReading | undefined;
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
 * Is the station ready for the access: the supply as the family needs it, a programmer and nothing else that feeds, or the
 * vehicle standing still with its voltage measured?
 * Undefined where nothing is asked of it.
 */
export function judgeFeed(
  { carrier, need }: AccessNeed,
  { supply, programmer, vehicle }: StationFeed
): Judgement | undefined {
  if (carrier === 'chip')
    return findGravest([judgeProgrammer(programmer), judgeBoardUnfed(supply)]);
  if (carrier === 'vehicle-uds') return judgeVehicle(vehicle, 'read');
  return carrier === 'can-uds' && need ? judgeSupply(supply, need) : undefined;
}
