import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/** The family must have a way in that the bench can work by itself. Stop `gate.way.none`; go `gate.way.driven`. */
export const wayDriven: GateRule = ({ carrier, family }) =>
  carrier !== 'file'
    ? judge('go', 'gate.way.driven', { family })
    : judge('stop', 'gate.way.none', { family });
