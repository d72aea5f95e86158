import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/** The clone image is built and still rests on what is trusted. Stop `gate.image.none`, `gate.image.stale`. */
export const imageBuilt: GateRule = ({ regions }) => {
  if (regions.length === 0 || regions.some((r) => !r.cloneSha256))
    return judge('stop', 'gate.image.none');
  const stale = regions.find((r) => r.cloneSha256 !== r.trustedSha256);
  return stale
    ? judge('stop', 'gate.image.stale', { region: stale.name })
    : judge('go', 'gate.image.built', { count: regions.length });
};
