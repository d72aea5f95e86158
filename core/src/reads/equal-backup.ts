import type { Profile } from '../profile/profile.ts';

/** Content of one region as far as it is kept of each unit: the SHA-256 of every kept read. */
export interface RegionContents {
  readonly regionId: string;
  readonly original: readonly string[];
  readonly donor: readonly string[];
}

/** Fields that no two units share. */
const OWN_FIELDS: readonly string[] = ['vin', 'serial'];

/**
 * Regions whose donor's backup is the original's own content: units or files were taken for each other, so it is no way
 * back. Nothing is said of a donor that was verifiedly written in another job: it may carry such content rightly. A region
 * that holds nothing of a unit's own (a program, say) may be equal in two units of the same software, but only once a
 * region that does is read from both and differs. Total. Source: common practice (two units never have the same serial).
 */
export function findEqualBackups(
  profile: Pick<Profile, 'identity' | 'secrets'>,
  regions: readonly RegionContents[],
  { writtenElsewhere }: { writtenElsewhere: boolean }
): string[] {
  if (writtenElsewhere) return [];
  const equal = regions.filter((r) => r.donor.some((sha) => r.original.includes(sha)));
  const own = (r: RegionContents) => holdsOwn(profile, r.regionId);
  const toldApart =
    !equal.some(own) && regions.some((r) => own(r) && r.original.length > 0 && r.donor.length > 0);
  return equal.filter((r) => own(r) || !toldApart).map((r) => r.regionId);
}

function holdsOwn(profile: Pick<Profile, 'identity' | 'secrets'>, regionId: string): boolean {
  return (
    profile.identity.some((f) => OWN_FIELDS.includes(f.id) && f.stored?.region === regionId) ||
    profile.secrets.some((s) => s.region === regionId)
  );
}
