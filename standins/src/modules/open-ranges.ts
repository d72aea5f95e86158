import { listSecretReads } from '@badger/core/access/secret-ranges';
import { contains } from '@badger/core/image/range';
import type { Profile, Region } from '@badger/core/profile/profile';

/** A piece of memory as a request names it. */
export interface Wanted {
  readonly address: number;
  readonly lengthBytes: number;
}

/** The region that holds the whole of it. */
export function regionOf(
  { regions }: Profile,
  { address, lengthBytes }: Wanted
): Region | undefined {
  return regions.find(
    (r) => address >= r.address && address + lengthBytes <= r.address + r.lengthBytes
  );
}

/** Does a unit in its vehicle give that piece away, or take it? Some give away nothing but their security data. */
export function opensInVehicle(
  profile: Profile,
  kind: 'up' | 'down',
  { region, address, lengthBytes }: Wanted & { readonly region: Region }
): boolean {
  const access = profile.accesses.find((w) => w.socket);
  if (!access) return false;
  if (kind === 'down') return access.writes.includes(region.id);
  const wanted = { start: address, end: address + lengthBytes };
  return (
    access.reads.includes(region.id) ||
    listSecretReads(profile, access).some(({ ranges }) => ranges.some((r) => contains(r, wanted)))
  );
}
