import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/** Reading is open to everybody at the bench, trainees too. Stop `gate.person.role`; go `gate.person.may`. */
export const personMayRead: GateRule = ({ personRole }) =>
  personRole === 'desk'
    ? judge('stop', 'gate.person.role', { role: personRole })
    : judge('go', 'gate.person.may', { role: personRole });
