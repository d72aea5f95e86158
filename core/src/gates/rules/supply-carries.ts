import { judge } from '../../base/verdict.ts';
import { judgeSupply } from '../../electrical/judge-supply.ts';
import type { GateRule } from '../facts.ts';

/** The supply is on, steady, and carries what the family needs. Codes of `judgeSupply`, `gate.way.none`. */
export const supplyCarries: GateRule = ({ carrier, need, supply, family }) => {
  // the programmer feeds a chip, the vehicle its units
  if (carrier === 'chip' || carrier === 'vehicle-uds') return undefined;
  return need ? judgeSupply(supply, need) : judge('stop', 'gate.way.none', { family });
};
