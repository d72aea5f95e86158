import { secretRanges } from '../access/secret-ranges.ts';
import { sameRanges } from '../image/range.ts';
import type { Profile } from '../profile/profile.ts';
import { isTrusted } from '../reads/judge-region.ts';
import type { RegionView, SecretView } from './region-state.ts';

/**
 * What has to be read of the original before its security data can be handed over: the regions that hold it, or every
 * region where nobody has said which do. All of a region's security data read alone stands for the region while that is
 * neither trusted nor found to be implausible.
 */
export function securityRegions(
  profile: Profile | undefined,
  originals: readonly RegionView[],
  alone: readonly SecretView[]
): readonly RegionView[] {
  const holding = new Set(profile?.secrets.map((s) => s.region));
  return originals
    .filter((r) => holding.size === 0 || holding.has(r.region.id))
    .map((whole) => {
      if (!profile || isTrusted(whole.verdict) || whole.verdict.verdict === 'stop') return whole;
      const { id } = whole.region;
      const all = secretRanges(profile, id);
      return alone.find((a) => a.region.id === id && sameRanges(a.ranges, all)) ?? whole;
    });
}
