import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/**
 * Immobiliser and security data only with recorded authority.
 * Stop `gate.authority.missing`; go `gate.authority.recorded`, `gate.authority.needless`.
 */
export const authorityRecorded: GateRule = ({ needsAuthority, authorityProven }) => {
  if (!needsAuthority) return judge('go', 'gate.authority.needless');
  return authorityProven
    ? judge('go', 'gate.authority.recorded')
    : judge('stop', 'gate.authority.missing');
};
