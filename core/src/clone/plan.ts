import { fail, ok, type Result } from '../base/result.ts';
import { getRegion, type Profile } from '../profile/profile.ts';

/** What the plan needs to know of one region of the original. */
export interface RegionSource {
  readonly regionId: string;
  readonly trustedSha256: string | undefined;
  /** The kept read that is named as the source. */
  readonly readId: string | undefined;
}

export interface PlanLine {
  readonly regionId: string;
  readonly regionName: string;
  readonly lengthBytes: number;
  readonly readId: string;
  readonly sha256: string;
}

/** What will be written, in the order in which it is written. */
export interface ClonePlan {
  readonly school: 'whole-image';
  readonly family: string;
  readonly lines: readonly PlanLine[];
}

/**
 * Plans a whole-image clone: every region exactly as read from the original, in the profile's write order.
 * Errors: `clone.region.untrusted` (the first region without trusted reads), `clone.school.other`.
 */
export function planWholeImage(
  profile: Profile,
  sources: readonly RegionSource[]
): Result<ClonePlan> {
  if (profile.school !== 'whole-image') {
    return fail('clone.school.other', { family: profile.id, school: profile.school });
  }
  const lines: PlanLine[] = [];
  for (const regionId of profile.writeOrder) {
    const region = getRegion(profile, regionId);
    const source = sources.find((s) => s.regionId === regionId);
    if (!source?.trustedSha256 || !source.readId) {
      return fail('clone.region.untrusted', { region: region.name });
    }
    lines.push({
      regionId,
      regionName: region.name,
      lengthBytes: region.lengthBytes,
      readId: source.readId,
      sha256: source.trustedSha256
    });
  }
  return ok({ school: 'whole-image', family: profile.id, lines });
}
