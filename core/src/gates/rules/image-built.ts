import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/** The clone image is built and still what would be built now. Stop `gate.image.none`, `gate.image.stale`. */
export const imageBuilt: GateRule = ({ regions, image }) => {
  if (image === 'none' || regions.length === 0 || regions.some((r) => !r.cloneSha256))
    return judge('stop', 'gate.image.none');
  return image === 'stale'
    ? judge('stop', 'gate.image.stale', { region: staleRegion(regions)?.name ?? '' })
    : judge('go', 'gate.image.built', { count: regions.length });
};

/** The first region of which another content is trusted now, where all of it is copied. */
const staleRegion = (regions: Parameters<GateRule>[0]['regions']) =>
  regions.find((r) => r.fromOriginal !== false && r.cloneSha256 !== r.trustedSha256);
