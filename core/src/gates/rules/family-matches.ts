import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/**
 * The connected unit must be of the job's family.
 * Stop `gate.family.other`, `gate.unit.unknown`; look `gate.family.untold` (a memory chip does not tell); go `gate.family.same`.
 */
export const familyMatches: GateRule = ({ carrier, connected, family }) => {
  if (!connected) return judge('stop', 'gate.unit.unknown');
  if (connected.family === undefined)
    return carrier === 'chip'
      ? judge('look', 'gate.family.untold', { family })
      : judge('stop', 'gate.unit.unknown');
  const params = { family, found: connected.family };
  return connected.family === family
    ? judge('go', 'gate.family.same', params)
    : judge('stop', 'gate.family.other', params);
};
