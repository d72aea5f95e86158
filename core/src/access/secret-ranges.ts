import { gapsIn, imageOf, joinRanges, sliceImage, type SparseImage } from '../image/image.ts';
import { contains, lengthOf, type Range } from '../image/range.ts';
import {
  getRegion,
  rangeOf,
  type AccessSpec,
  type Profile,
  type SecretField
} from '../profile/profile.ts';
import { isScrambled } from '../transform/plain-region.ts';

/** Security data of one region that is read alone. Ranges: addresses, half-open, ascending, joined. */
export interface SecretRead {
  readonly regionId: string;
  readonly ranges: readonly Range[];
}

/** What an access reads of security data alone, region by region. Total; empty where it reads none so. */
export function listSecretReads(
  profile: Profile,
  spec: Pick<AccessSpec, 'readsSecrets'> | undefined
): SecretRead[] {
  const wanted = profile.secrets.filter((s) => spec?.readsSecrets.includes(s.id));
  return [...new Set(wanted.map((s) => s.region))].map((regionId) => ({
    regionId,
    ranges: addressesOf(
      profile,
      wanted.filter((s) => s.region === regionId)
    )
  }));
}

/** Security data of a region of which every copy lies in these ranges of addresses. */
export function secretsWithin(
  profile: Profile,
  regionId: string,
  ranges: readonly Range[]
): SecretField[] {
  return profile.secrets.filter(
    (s) =>
      s.region === regionId &&
      addressesOf(profile, [s]).every((copy) => ranges.some((r) => contains(r, copy)))
  );
}

/** Where all security data of a region lies. Ranges: addresses, half-open, ascending, joined. */
export function secretRanges(profile: Profile, regionId: string): Range[] {
  return addressesOf(
    profile,
    profile.secrets.filter((s) => s.region === regionId)
  );
}

/**
 * A whole region as it may leave: at its addresses, security data left out. Undefined where that cannot be told apart: the family holds some and nobody has said
 * where, the region is not the family's, is scrambled, or is of another length.
 */
export function withoutSecrets(
  profile: Profile,
  regionId: string,
  bytes: Uint8Array
): { readonly image: SparseImage<string>; readonly leftOut: readonly Range[] } | undefined {
  const region = profile.regions.find((r) => r.id === regionId);
  const nobodyKnows = profile.securityData && profile.secrets.length === 0;
  if (!region || nobodyKnows || bytes.length !== region.lengthBytes) return undefined;
  const leftOut = secretRanges(profile, regionId);
  if (leftOut.length > 0 && isScrambled(profile, regionId)) return undefined;
  const range = rangeOf(region);
  const secret = imageOf(
    leftOut.map((r) => ({ range: r, bytes: new Uint8Array(lengthOf(r)), origin: '' }))
  );
  const image = imageOf([{ range, bytes, origin: regionId }]);
  const pieces = gapsIn(secret, range).flatMap((gap) => sliceImage(image, gap).pieces);
  return { image: { pieces }, leftOut };
}

function addressesOf(profile: Profile, secrets: readonly SecretField[]): Range[] {
  return joinRanges(
    secrets.flatMap(({ region, offsets, lengthBytes }) => {
      const { address } = getRegion(profile, region);
      return offsets.map((at) => ({ start: address + at, end: address + at + lengthBytes }));
    })
  );
}
