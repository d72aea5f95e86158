import { judge } from '../../base/verdict.ts';
import { mayDo } from '../../rights/rights.ts';
import type { GateRule } from '../facts.ts';

/** Writing is for people with the bench in their hands. Stop `gate.person.role`; go `gate.person.may`. */
export const personMayWrite: GateRule = ({ personRole }) =>
  mayDo(personRole, 'memory.write')
    ? judge('go', 'gate.person.may', { role: personRole })
    : judge('stop', 'gate.person.role', { role: personRole, right: 'memory.write' });
