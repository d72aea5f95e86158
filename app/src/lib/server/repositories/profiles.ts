import type { Tx } from '../db/client.ts';
import { familyProfile } from '../db/schema/jobs.ts';

/** Keeps a version of a profile; a version that is there already stays as it is. */
export async function insertProfile(
  db: Tx,
  values: { id: string; version: number; document: unknown }
): Promise<void> {
  await db.insert(familyProfile).values(values).onConflictDoNothing();
}
