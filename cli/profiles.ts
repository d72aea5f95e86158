import { readdirSync, readFileSync } from 'node:fs';
import { bytesAtImage, viewRegion } from '@badger/core/image/region-view';
import type { SparseImage } from '@badger/core/image/image';
import { validateProfile } from '@badger/core/generated/validators';
import { parseProfile } from '@badger/core/profile/parse-profile';
import type { Profile, Region } from '@badger/core/profile/profile';
import type { Arguments } from './arguments.ts';
import { must, WrongUse } from './report.ts';

/** Options of commands that know the family of an image. */
export const PROFILE_OPTIONS = { profile: 'string', region: 'string' } as const;

/** A family of the folder `profiles`. Error: {@link WrongUse} for one that there is not. */
export function loadProfile(id: string): Profile {
  // a family code is letters and digits: it leads to no other folder
  if (!/^[A-Za-z]{2}-[A-Za-z0-9]{3}$/.test(id))
    throw new WrongUse(`--profile expected a family code like HV-EC4, got "${id}"`);
  const file = new URL(`../profiles/${id.toLowerCase()}.json`, import.meta.url);
  let doc: unknown;
  try {
    doc = JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    throw new WrongUse(`--profile: there is no family ${id}`);
  }
  if (!validateProfile(doc)) throw new WrongUse(`--profile: the file of ${id} does not hold`);
  return must(parseProfile(doc));
}

/** Every family of the folder `profiles`. */
export const loadFamilies = (): Profile[] =>
  readdirSync(new URL('../profiles/', import.meta.url))
    .filter((name) => name.endsWith('.json'))
    .map((name) => loadProfile(name.replace(/\.json$/, '').toUpperCase()));

/** The family and region that are told; undefined for none. Error: {@link WrongUse}. */
export function readRegion(
  args: Arguments
): { readonly profile: Profile; readonly region: Region } | undefined {
  const id = args.told('profile');
  const name = args.told('region');
  if (id === undefined && name === undefined) return undefined;
  if (id === undefined) throw new WrongUse('--region is one of a family: --profile is missing');
  const profile = loadProfile(id);
  const region =
    name === undefined && profile.regions.length === 1
      ? profile.regions[0]
      : profile.regions.find((r) => r.id === name);
  if (!region)
    throw new WrongUse(`--region expected ${profile.regions.map((r) => r.id).join(', ')}`);
  return { profile, region };
}

/** An image as a region sees it. */
export function viewOf(image: SparseImage<'file'>, region: Region) {
  const view = viewRegion(image, region);
  return { ...view, bytesAt: bytesAtImage(view.image) };
}
