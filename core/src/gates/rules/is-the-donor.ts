import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/** The connected chip is the one that was identified as this job's donor. Stop `gate.donor.unknown`, `gate.donor.other`. */
export const isTheDonor: GateRule = ({ connected, donorChipId, donorTag }) => {
  if (!connected) return judge('stop', 'gate.unit.unknown');
  if (!donorChipId) return judge('stop', 'gate.donor.unknown');
  const params = { chipId: connected.chipId, donorChipId, tag: donorTag ?? '' };
  return connected.chipId === donorChipId
    ? judge('go', 'gate.donor.connected', params)
    : judge('stop', 'gate.donor.other', params);
};
