import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/**
 * The connected unit is the one that was identified as this job's original.
 * Stop `gate.original.unknown`, `gate.original.other`, `gate.chip.other` (contact was checked for another unit); look
 * `gate.original.untold` (a memory chip does not tell whose it is: mind the tag).
 */
export const isTheOriginal: GateRule = ({ carrier, connected, originalChipId, originalTag }) => {
  if (!connected) return judge('stop', 'gate.unit.unknown');
  if (carrier === 'chip')
    return connected.tag === originalTag
      ? judge('look', 'gate.original.untold')
      : judge('stop', 'gate.chip.other', { tag: connected.tag, wanted: originalTag ?? '' });
  if (!connected.chipId) return judge('stop', 'gate.unit.unknown');
  if (!originalChipId) return judge('stop', 'gate.original.unknown');
  const params = { chipId: connected.chipId, originalChipId };
  return connected.chipId === originalChipId
    ? judge('go', 'gate.original.clamped', params)
    : judge('stop', 'gate.original.other', params);
};
