import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/** Writing is for people with the bench in their hands. Stop `gate.person.role`; go `gate.person.may`. */
export const personMayWrite: GateRule = ({ personRole }) =>
  personRole === 'bench' || personRole === 'lead'
    ? judge('go', 'gate.person.may', { role: personRole })
    : judge('stop', 'gate.person.role', { role: personRole });
