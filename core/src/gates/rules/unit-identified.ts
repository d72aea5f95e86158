import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/**
 * The unit must have answered since it was connected.
 * Stop `gate.unit.unknown`; go `gate.unit.known`, `gate.chip.contact` (a memory chip, which has no id of its own).
 */
export const unitIdentified: GateRule = ({ carrier, connected }) => {
  if (!connected) return judge('stop', 'gate.unit.unknown');
  const { chipId } = connected;
  // what one access has found out is no word about what hangs on another
  if (carrier === 'chip')
    return chipId === undefined
      ? judge('go', 'gate.chip.contact')
      : judge('stop', 'gate.unit.unknown');
  return chipId ? judge('go', 'gate.unit.known', { chipId }) : judge('stop', 'gate.unit.unknown');
};
