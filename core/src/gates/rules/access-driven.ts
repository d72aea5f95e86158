import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/** The family must have an access that the bench can work by itself. Stop `gate.access.none`; go `gate.access.driven`. */
export const accessDriven: GateRule = ({ carrier, family }) =>
  carrier !== 'file'
    ? judge('go', 'gate.access.driven', { family })
    : judge('stop', 'gate.access.none', { family });
