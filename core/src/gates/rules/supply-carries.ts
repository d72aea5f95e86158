import { judge } from '../../base/verdict.ts';
import { judgeUnitFeed } from '../../electrical/judge-unit-feed.ts';
import type { GateRule } from '../facts.ts';

/** The supply is on, steady, and carries what the family needs. Codes of `judgeUnitFeed`, `gate.access.none`. */
export const supplyCarries: GateRule = ({ carrier, need, feed, supply, family }) => {
  // the programmer feeds a chip, the vehicle its units
  if (carrier === 'chip' || carrier === 'vehicle-uds') return undefined;
  return need ? judgeUnitFeed(feed, supply, need) : judge('stop', 'gate.access.none', { family });
};
