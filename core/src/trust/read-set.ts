import type { ChecksumRule } from '../checksum/rule.ts';
import { fieldsOfRegion } from '../field/fields-of-profile.ts';
import type { FieldSpec } from '../field/field.ts';
import { getRegion, type Profile } from '../profile/profile.ts';
import { stepsOf } from '../transform/plain-region.ts';
import type { TransformStep } from '../transform/steps.ts';

/** One read of a region, by its number from 1 in the order of time. Bytes begin where the region begins. */
export interface TimedRead {
  readonly number: number;
  readonly bytes: Uint8Array;
}

/** What a region must look like: everything that a read can be held against. */
export interface RegionKnowledge {
  readonly name: string;
  /** Undefined where nobody knows. */
  readonly lengthBytes: number | undefined;
  /** Of the plain content, as the fields are. */
  readonly rules: readonly ChecksumRule[];
  readonly fields: readonly FieldSpec[];
  /** How what is read is laid bare; undefined or empty: it is plain. */
  readonly steps?: readonly TransformStep[] | undefined;
  /** Other regions, of this family and of others, for which a read could be taken. */
  readonly others: readonly Omit<RegionKnowledge, 'others'>[];
}

/** A region of which nothing is known. */
export const NOTHING_KNOWN: RegionKnowledge = {
  ...{ name: '', lengthBytes: undefined },
  ...{ rules: [], fields: [], others: [] }
};

/** What a profile knows of a region; `families`: others that it could be taken for. Error: RangeError for a region that there is not. */
export function knowRegion(
  profile: Profile,
  regionId: string,
  families: readonly Profile[] = []
): RegionKnowledge {
  const of = (family: Profile, id: string, name: string) => ({
    name,
    lengthBytes: getRegion(family, id).lengthBytes,
    rules: family.checksums.filter((r) => r.region === id),
    fields: fieldsOfRegion(family, id),
    steps: stepsOf(family, id)
  });
  const own = profile.regions.filter((r) => r.id !== regionId);
  const foreign = families.filter((f) => f.id !== profile.id);
  return {
    ...of(profile, regionId, getRegion(profile, regionId).name),
    others: [
      ...own.map((r) => of(profile, r.id, r.name)),
      ...foreign.flatMap((f) => f.regions.map((r) => of(f, r.id, `${f.id}, ${r.name}`)))
    ]
  };
}
