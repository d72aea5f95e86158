import { fail, ok, type Result } from '../base/result.ts';
import { imageOf, type SparseImage } from '../image/image.ts';
import { getRegion, rangeOf, type CloneMethod, type Profile } from '../profile/profile.ts';

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

/** Where a piece of what is written came from: a kept read, or a supplied file. */
export interface WriteOrigin {
  readonly readId: string;
  readonly sha256: string;
}

/**
 * What one line of a plan writes, as an image at the addresses of the unit. `content` is looked up by SHA-256.
 * Errors: `clone.content.gap` (it does not fill the region exactly).
 */
export function imageOfLine(
  profile: Profile,
  { regionId, readId, sha256 }: PlanLine,
  content: Uint8Array
): Result<SparseImage<WriteOrigin>> {
  const region = getRegion(profile, regionId);
  if (content.length !== region.lengthBytes)
    return fail('clone.content.gap', { region: region.name });
  return ok(imageOf([{ range: rangeOf(region), bytes: content, origin: { readId, sha256 } }]));
}

/** What will be written, in the order in which it is written. */
export interface ClonePlan {
  readonly method: 'whole-image' | 'supplied-file';
  readonly family: string;
  readonly lines: readonly PlanLine[];
}

/**
 * Plans a whole-image clone: every region exactly as read from the original, in the profile's write order.
 * Errors: `clone.region.untrusted` (the first region without trusted reads), `clone.method.other`.
 */
export function planWholeImage(
  profile: Profile,
  method: CloneMethod,
  sources: readonly RegionSource[]
): Result<ClonePlan> {
  if (method !== 'whole-image') {
    return fail('clone.method.other', { family: profile.id, method });
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
  return ok({ method: 'whole-image', family: profile.id, lines });
}

/** A file that is to be written into the unit itself, and the gravest thing that was found in it. */
export interface SuppliedSource {
  readonly regionId: string;
  readonly sha256: string;
  readonly readId: string;
  readonly wrong: string | undefined;
}

/**
 * Plans the write of supplied files into the unit itself, in the profile's write order. Every region of the unit is
 * trusted before: what is overwritten can be put back.
 * Errors: `gate.content.none`, `gate.content.wrong` (it is not what the region can hold), `clone.region.untrusted`.
 */
export function planSupplied(
  profile: Profile,
  { own, supplied }: { own: readonly RegionSource[]; supplied: readonly SuppliedSource[] }
): Result<ClonePlan> {
  if (supplied.length === 0) return fail('gate.content.none');
  const lines: PlanLine[] = [];
  for (const regionId of profile.writeOrder) {
    const region = getRegion(profile, regionId);
    if (!own.find((s) => s.regionId === regionId)?.trustedSha256)
      return fail('clone.region.untrusted', { region: region.name });
    const source = supplied.find((s) => s.regionId === regionId);
    if (source?.wrong)
      return fail('gate.content.wrong', { region: region.name, found: source.wrong });
    if (source)
      lines.push({
        regionId,
        regionName: region.name,
        lengthBytes: region.lengthBytes,
        readId: source.readId,
        sha256: source.sha256
      });
  }
  return ok({ method: 'supplied-file', family: profile.id, lines });
}
