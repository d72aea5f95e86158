import type { GateRule } from '../facts.ts';

/** Everything that the image is made of is there and trusted. Stop: why it is not; an original that is not trusted is told by `originalsTrusted` alone. */
export const recipeHolds: GateRule = ({ recipeGap, regions }) => {
  const open = regions.some((r) => r.fromOriginal !== false && !r.trustedSha256);
  return recipeGap && !open ? { verdict: 'stop', ...recipeGap } : undefined;
};
