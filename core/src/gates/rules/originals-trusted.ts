import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/** Two agreeing reads of every region of the original. Stop `gate.original.untrusted` (the first such region). */
export const originalsTrusted: GateRule = ({ regions }) => {
  const missing = regions.find((r) => !r.trustedSha256);
  return missing || regions.length === 0
    ? judge('stop', 'gate.original.untrusted', { region: missing?.name ?? '' })
    : judge('go', 'gate.original.trusted', { count: regions.length });
};
