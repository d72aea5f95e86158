import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/** The connected chip is the one that was identified as this job's original. Stop `gate.original.unknown`, `gate.original.other`. */
export const isTheOriginal: GateRule = ({ connected, originalChipId }) => {
  if (!connected) return judge('stop', 'gate.unit.unknown');
  if (!originalChipId) return judge('stop', 'gate.original.unknown');
  const params = { chipId: connected.chipId, originalChipId };
  return connected.chipId === originalChipId
    ? judge('go', 'gate.original.clamped', params)
    : judge('stop', 'gate.original.other', params);
};
