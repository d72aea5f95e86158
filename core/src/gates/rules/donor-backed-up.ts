import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/**
 * Two agreeing reads of every region of the donor are the only way back.
 * Stop `gate.backup.equal` (they are the original's content), `gate.backup.missing`; go `gate.backup.kept`.
 */
export const donorBackedUp: GateRule = ({ regions }) => {
  const equal = regions.find((r) => r.donorEqualsOriginal);
  if (equal) return judge('stop', 'gate.backup.equal', { region: equal.name });
  const missing = regions.find((r) => !r.donorBackedUp);
  if (regions.length === 0 || missing) {
    return judge('stop', 'gate.backup.missing', { region: missing?.name ?? '' });
  }
  return judge('go', 'gate.backup.kept', { count: regions.length });
};
