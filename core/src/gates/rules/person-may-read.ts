import { judge } from '../../base/verdict.ts';
import { mayDo } from '../../rights/rights.ts';
import type { GateRule } from '../facts.ts';

/** Reading is open to everybody at the bench, trainees too. Stop `gate.person.role`; go `gate.person.may`. */
export const personMayRead: GateRule = ({ personRole }) =>
  mayDo(personRole, 'memory.read')
    ? judge('go', 'gate.person.may', { role: personRole })
    : judge('stop', 'gate.person.role', { role: personRole, right: 'memory.read' });
