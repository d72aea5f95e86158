import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fail, type Problem, type Result } from '@badger/core/base/result';
import { validateProfile } from '@badger/core/generated/validators';
import { parseProfile } from '@badger/core/profile/parse-profile';
import type { Profile } from '@badger/core/profile/profile';
import type { ProfileDocument } from '@badger/core/profile/schema';
import type { Db } from '../../db/client.ts';
import type { Log } from '../../log.ts';
import { insertProfile } from '../../repositories/profiles.ts';

export interface RefusedProfile {
  readonly file: string;
  readonly problem: Problem;
}

/**
 * Reads the profile files, keeps each version in the database, and gives the usable ones by family.
 * A file that does not hold is left out and told, with the path inside it, in the log and on the page of families.
 */
export async function loadProfiles(
  db: Db,
  folder: string,
  log: Log
): Promise<{ profiles: Map<string, Profile>; refused: RefusedProfile[] }> {
  const profiles = new Map<string, Profile>();
  const refused: RefusedProfile[] = [];
  for (const file of readdirSync(folder)
    .filter((n) => n.endsWith('.json'))
    .sort()) {
    const read = readProfile(readFileSync(join(folder, file), 'utf8'));
    const twice = read.ok && profiles.has(read.value.profile.id);
    if (!read.ok || twice) {
      const problem: Problem = read.ok
        ? { code: 'profile.family.twice', params: { path: 'id', family: read.value.profile.id } }
        : read.problem;
      log.error({ file, problem }, 'profile refused');
      refused.push({ file, problem });
      continue;
    }
    const { document, profile } = read.value;
    await insertProfile(db, { id: document.id, version: document.version, document });
    profiles.set(profile.id, profile);
  }
  return { profiles, refused };
}

/** One profile from its text. Errors: `profile.file.syntax`, `profile.schema.breach`, those of {@link parseProfile}. */
export function readProfile(text: string): Result<{ document: ProfileDocument; profile: Profile }> {
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch (error) {
    return fail('profile.file.syntax', {
      path: '',
      reason: (error as Error).message.slice(0, 120)
    });
  }
  if (!validateProfile(document)) {
    const first = validateProfile.errors?.[0];
    return fail('profile.schema.breach', {
      path: (first?.instancePath ?? '').replace(/^\//, ''),
      reason: first?.message ?? ''
    });
  }
  const profile = parseProfile(document);
  return profile.ok ? { ok: true, value: { document, profile: profile.value } } : profile;
}
