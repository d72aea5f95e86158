import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/** Invariant 1: no memory is changed on the original. Stop `gate.original.connected`, `gate.original.unknown`. */
export const notTheOriginal: GateRule = ({ connected, originalChipId }) => {
  if (!originalChipId) return judge('stop', 'gate.original.unknown');
  if (!connected) return judge('stop', 'gate.unit.unknown');
  return connected.chipId === originalChipId
    ? judge('stop', 'gate.original.connected', { chipId: connected.chipId })
    : judge('go', 'gate.original.absent', { chipId: connected.chipId });
};
