import type { Profile } from '../profile/profile.ts';
import { isTrusted } from '../reads/judge-region.ts';
import type { RegionView } from './region-state.ts';

/**
 * What has to be read of the original before its security data can be handed over: the regions that hold it, or every
 * region where nobody has said which do. Where it was read alone, and the whole region is not trusted, those reads stand for it.
 */
export function securityRegions(
  profile: Profile | undefined,
  originals: readonly RegionView[],
  alone: readonly RegionView[]
): readonly RegionView[] {
  const holding = new Set(profile?.secrets.map((s) => s.region));
  return originals
    .filter((r) => holding.size === 0 || holding.has(r.region.id))
    .map((whole) => {
      const part = alone.find((a) => a.region.id === whole.region.id);
      return part && !isTrusted(whole.verdict) ? part : whole;
    });
}
