import { joinRanges } from '../image/image.ts';
import { contains, type Range } from '../image/range.ts';
import { getRegion, type AccessSpec, type Profile, type SecretField } from '../profile/profile.ts';

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

function addressesOf(profile: Profile, secrets: readonly SecretField[]): Range[] {
  return joinRanges(
    secrets.flatMap(({ region, offsets, lengthBytes }) => {
      const { address } = getRegion(profile, region);
      return offsets.map((at) => ({ start: address + at, end: address + at + lengthBytes }));
    })
  );
}
