import { judge } from '../../base/verdict.ts';
import type { UnitRole } from '../../job/roles.ts';
import type { GateRule } from '../facts.ts';

/** The kind of the job says which unit is written; the other one is not. Stop `gate.target.other`, `gate.target.none`. */
const targetIs =
  (wanted: UnitRole): GateRule =>
  ({ target }) => {
    if (target === undefined) return judge('stop', 'gate.target.none');
    return target === wanted ? undefined : judge('stop', 'gate.target.other', { target });
  };

export const targetIsDonor: GateRule = targetIs('donor');

export const targetIsItself: GateRule = targetIs('original');
