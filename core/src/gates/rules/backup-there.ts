import { judge } from '../../base/verdict.ts';
import type { GateFacts, GateRule } from '../facts.ts';

/** The unit's own content is kept and trusted, for every region that is given back. Stop `gate.restore.needless` (nothing was
 * written yet), `gate.backup.equal`, `gate.backup.missing`; go `gate.backup.kept`. */
const backupThere =
  (isKept: (region: GateFacts['regions'][number]) => boolean): GateRule =>
  ({ touched = [] }) => {
    if (touched.length === 0) return judge('stop', 'gate.restore.needless');
    const equal = touched.find((r) => r.donorEqualsOriginal);
    if (equal) return judge('stop', 'gate.backup.equal', { region: equal.name });
    const missing = touched.find((r) => !isKept(r));
    return missing
      ? judge('stop', 'gate.backup.missing', { region: missing.name })
      : judge('go', 'gate.backup.kept', { count: touched.length });
  };

export const donorBackupThere: GateRule = backupThere((r) => r.donorBackedUp);

/** Of the unit itself; what is a donor's does not count. */
export const ownBackupThere: GateRule = (facts) =>
  backupThere((r) => Boolean(r.trustedSha256) || Boolean(r.stockSha256))({
    ...facts,
    touched: (facts.touched ?? []).map((r) => ({ ...r, donorEqualsOriginal: false }))
  });
