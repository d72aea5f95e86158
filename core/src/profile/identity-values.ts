import { decodeText } from '../field/text.ts';
import type { Profile } from './profile.ts';

/** Identity fields by id, as text. A field whose copies differ is listed in `copiesDiffer`. */
export interface StoredIdentity {
  readonly values: Readonly<Record<string, string>>;
  readonly copiesDiffer: readonly string[];
}

/**
 * Reads the identity fields that `profile` keeps in `regionId` out of a whole image of that region.
 * Memory: reads in place. A field with several copies takes the first; differing copies are named in `copiesDiffer`.
 */
export function readStoredIdentity(
  profile: Profile,
  regionId: string,
  image: Uint8Array
): StoredIdentity {
  const values: Record<string, string> = {};
  const copiesDiffer: string[] = [];
  for (const field of profile.identity) {
    if (field.stored?.region !== regionId) continue;
    const copies = field.stored.offsets.map((at) =>
      decodeText(image.subarray(at, at + field.lengthBytes))
    );
    values[field.id] = copies[0] as string;
    if (copies.some((c) => c !== copies[0])) copiesDiffer.push(field.id);
  }
  return { values, copiesDiffer };
}
