import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/**
 * Two agreeing reads of every region of the original of which bytes are written. Stop `gate.original.untrusted` (the first such region). Look `gate.original.stock` (nobody can read it: the maker's file is the way back). Where none is
 * written, {@link recipeHolds} says what is taken instead.
 */
export const originalsTrusted: GateRule = ({ regions }) => {
  const taken = regions.filter((r) => r.fromOriginal !== false);
  if (regions.length > 0 && taken.length === 0) return undefined;
  const missing = taken.find((r) => !r.trustedSha256 && !r.stockSha256);
  const stock = taken.find((r) => !r.trustedSha256);
  if (stock && !missing) return judge('look', 'gate.original.stock', { region: stock.name });
  return missing || taken.length === 0
    ? judge('stop', 'gate.original.untrusted', { region: missing?.name ?? '' })
    : judge('go', 'gate.original.trusted', { count: taken.length });
};
