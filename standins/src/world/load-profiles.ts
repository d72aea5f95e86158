import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { validateProfile } from '@badger/core/generated/validators';
import { parseProfile } from '@badger/core/profile/parse-profile';
import type { Profile } from '@badger/core/profile/profile';

/** Reads every profile of a folder. Throws TypeError naming the file that does not hold. */
export function loadProfiles(folder: string): Profile[] {
  return readdirSync(folder)
    .filter((name) => name.endsWith('.json'))
    .sort()
    .map((name) => {
      const doc: unknown = JSON.parse(readFileSync(join(folder, name), 'utf8'));
      if (!validateProfile(doc))
        throw new TypeError(`${name}: ${JSON.stringify(validateProfile.errors)}`);
      const profile = parseProfile(doc);
      if (!profile.ok) throw new TypeError(`${name}: ${JSON.stringify(profile.problem)}`);
      return profile.value;
    });
}
