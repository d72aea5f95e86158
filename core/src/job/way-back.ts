import type { Profile } from '../profile/profile.ts';
import type { KeptReadFact } from './job-rows.ts';
import type { RegionView } from './region-state.ts';
import { trustedContent } from './trusted-content.ts';

/** No access of the family reads it: nobody can ever know what a unit holds there. */
export const isUnreadable = ({ accesses }: Pick<Profile, 'accesses'>, regionId: string): boolean =>
  !accesses.some((a) => a.reads.includes(regionId));

/** A content that gives a unit back what it held. `stock`: the maker's file, where nobody can read the unit itself. */
export interface WayBack {
  readonly from: 'original' | 'stock';
  readonly sha256: string;
  readonly readId: string;
}

/** What the unit itself can be given back of a region: its own trusted content, else of an unreadable one the maker's file of it. */
export function wayBackOf(
  profile: Pick<Profile, 'accesses'>,
  region: RegionView,
  stock: readonly KeptReadFact[]
): WayBack | undefined {
  const own = trustedContent(region);
  if (own) return { from: 'original', ...own };
  const file = stock.find((s) => s.regionId === region.region.id);
  if (!file || !isUnreadable(profile, region.region.id)) return undefined;
  return file.findings.some((f) => f.severity === 'stop')
    ? undefined
    : { from: 'stock', sha256: file.sha256, readId: file.id };
}
