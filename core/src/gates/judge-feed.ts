import { asksWhoFeeds, type Access } from '../access/access.ts';
import { judgeVehicle, type AgedReading } from '../access/vehicle/vehicle-reading.ts';
import { findGravest, type Judgement } from '../base/verdict.ts';
import type { SupplyReading } from '../electrical/judge-supply.ts';
import { judgeUnitFeed, type UnitFeed } from '../electrical/judge-unit-feed.ts';
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
export type AccessNeed = Pick<GateFacts, 'carrier' | 'need' | 'feed'>;

const UNASKED: UnitFeed = { by: undefined, measuredMv: undefined, ageSeconds: undefined };

/** `feed`: who feeds the unit, as a person said; it counts only where the access leaves it in the vehicle. */
export function needOf(access: Access | undefined, feed?: UnitFeed): AccessNeed {
  return {
    carrier: access?.carrier ?? 'file',
    need: access?.carrier === 'can-uds' ? access.supply : undefined,
    feed: asksWhoFeeds(access) ? (feed ?? UNASKED) : undefined
  };
}

/**
 * Is the station ready for the access: the supply as the family needs it, a programmer and nothing else that feeds, or the
 * vehicle standing still with its voltage measured?
 * Undefined where nothing is asked of it.
 */
export function judgeFeed(
  { carrier, need, feed }: AccessNeed,
  { supply, programmer, vehicle }: StationFeed
): Judgement | undefined {
  if (carrier === 'chip')
    return findGravest([judgeProgrammer(programmer), judgeBoardUnfed(supply)]);
  if (carrier === 'vehicle-uds') return judgeVehicle(vehicle, 'read');
  return carrier === 'can-uds' && need ? judgeUnitFeed(feed, supply, need) : undefined;
}
