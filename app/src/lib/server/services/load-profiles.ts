import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { validateProfile } from '@badger/core/generated/validators';
import { parseProfile } from '@badger/core/profile/parse-profile';
import type { Profile } from '@badger/core/profile/profile';
import type { Deps } from '../deps.ts';
import type { Db } from '../db/client.ts';
import { insertProfile } from '../repositories/profiles.ts';

/**
 * Reads the profile files, keeps each version in the database, and gives the usable ones by family.
 * A file that does not hold is left out and named in the log, with the path inside it.
 */
export async function loadProfiles(
  db: Db,
  folder: string,
  log: Deps['log']
): Promise<Map<string, Profile>> {
  const profiles = new Map<string, Profile>();
  for (const name of readdirSync(folder).filter((n) => n.endsWith('.json'))) {
    const document: unknown = JSON.parse(readFileSync(join(folder, name), 'utf8'));
    if (!validateProfile(document)) {
      log.error({ file: name, errors: validateProfile.errors }, 'profile refused by its schema');
      continue;
    }
    const parsed = parseProfile(document);
    if (!parsed.ok) {
      log.error({ file: name, problem: parsed.problem }, 'profile refused');
      continue;
    }
    await insertProfile(db, { id: document.id, version: document.version, document });
    profiles.set(parsed.value.id, parsed.value);
  }
  return profiles;
}
