import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/**
 * Invariant 1: no memory is changed on the original. Stop `gate.original.connected`, `gate.original.unknown`. A memory chip
 * has no id: what is on the clip is told by its content, which {@link isTheDonor} says. Look `gate.original.silent`: nothing of the original is
 * written, and it never told its id; that the donor is connected says {@link isTheDonor}.
 */
export const notTheOriginal: GateRule = ({ carrier, connected, originalChipId, regions }) => {
  if (carrier === 'chip') return undefined;
  if (!originalChipId)
    return regions.length > 0 && regions.every((r) => r.fromOriginal === false)
      ? judge('look', 'gate.original.silent')
      : judge('stop', 'gate.original.unknown');
  if (!connected?.chipId) return judge('stop', 'gate.unit.unknown');
  return connected.chipId === originalChipId
    ? judge('stop', 'gate.original.connected', { chipId: connected.chipId })
    : judge('go', 'gate.original.absent', { chipId: connected.chipId });
};
