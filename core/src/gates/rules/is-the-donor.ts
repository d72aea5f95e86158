import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/**
 * The connected unit is the one that was identified as this job's donor.
 * Stop `gate.donor.unknown`, `gate.donor.other`, `gate.chip.other` (contact was checked for another unit); look `gate.donor.untold`
 * (a memory chip does not tell: its content is held against the kept backup before anything is changed).
 */
export const isTheDonor: GateRule = ({ carrier, connected, donorChipId, donorTag }) => {
  if (!connected) return judge('stop', 'gate.unit.unknown');
  if (carrier === 'chip')
    return connected.tag === donorTag
      ? judge('look', 'gate.donor.untold', { tag: donorTag })
      : judge('stop', 'gate.chip.other', { tag: connected.tag, wanted: donorTag ?? '' });
  if (!connected.chipId) return judge('stop', 'gate.unit.unknown');
  if (!donorChipId) return judge('stop', 'gate.donor.unknown');
  const params = { chipId: connected.chipId, donorChipId, tag: donorTag ?? '' };
  return connected.chipId === donorChipId
    ? judge('go', 'gate.donor.connected', params)
    : judge('stop', 'gate.donor.other', params);
};
