import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/**
 * Two agreeing reads of every region of the donor are the only way back.
 * Stop `gate.backup.equal` (they are the original's content), `gate.backup.missing`; look `gate.backup.waived` (a lead goes
 * on without, and says why: the method does not need the donor's bytes); go `gate.backup.kept`.
 */
export const donorBackedUp: GateRule = ({ regions, backupWaived }) => {
  const equal = regions.find((r) => r.donorEqualsOriginal);
  if (equal) return judge('stop', 'gate.backup.equal', { region: equal.name });
  const missing = regions.find((r) => !r.donorBackedUp);
  // a chip is told by its content alone: the rule for chips asks for the backup again
  if (regions.length > 0 && missing && backupWaived)
    return judge('look', 'gate.backup.waived', { region: missing.name, reason: backupWaived });
  if (regions.length === 0 || missing) {
    return judge('stop', 'gate.backup.missing', { region: missing?.name ?? '' });
  }
  return judge('go', 'gate.backup.kept', { count: regions.length });
};
