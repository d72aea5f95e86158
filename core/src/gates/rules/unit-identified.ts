import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/** The chip id must have been read since the supply came on. Stop `gate.unit.unknown`; go `gate.unit.known`. */
export const unitIdentified: GateRule = ({ connected }) =>
  connected
    ? judge('go', 'gate.unit.known', { chipId: connected.chipId })
    : judge('stop', 'gate.unit.unknown');
