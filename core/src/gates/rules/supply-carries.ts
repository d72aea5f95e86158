import { judge } from '../../base/verdict.ts';
import { judgeSupply } from '../../electrical/judge-supply.ts';
import type { GateRule } from '../facts.ts';

/** The supply is on, steady, and carries what the family needs. Codes of `judgeSupply`, `gate.way.none`. */
export const supplyCarries: GateRule = ({ carrier, need, supply, family }) => {
  if (carrier === 'chip') return undefined;
  return need ? judgeSupply(supply, need) : judge('stop', 'gate.way.none', { family });
};
