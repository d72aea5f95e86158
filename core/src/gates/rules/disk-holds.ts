import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/** Below this much to spare the disk is told of. Units: bytes. Source: common practice. */
const LOW_BYTES = 1024 ** 3;

/**
 * A finished read must find room on the disk of the database.
 * Stop `gate.disk.full`; look `gate.disk.low`, `gate.disk.unknown` (nobody can see that disk from here); go `gate.disk.holds`.
 */
export const diskHolds: GateRule = ({ room }) => {
  const { freeBytes = Number.NaN, needBytes } = room;
  if (!Number.isFinite(freeBytes)) return judge('look', 'gate.disk.unknown');
  const params = { freeBytes, needBytes };
  if (freeBytes < needBytes) return judge('stop', 'gate.disk.full', params);
  return freeBytes < needBytes + LOW_BYTES
    ? judge('look', 'gate.disk.low', params)
    : judge('go', 'gate.disk.holds', params);
};
