import { desc } from 'drizzle-orm';
import type { Tx } from '../db/client.ts';
import { familyProfile } from '../db/schema/jobs.ts';

export async function listProfileDocuments(db: Tx) {
  return db.select().from(familyProfile).orderBy(familyProfile.id, desc(familyProfile.version));
}

/** Keeps a version of a profile; a version that is there already stays as it is. */
export async function insertProfile(
  db: Tx,
  values: { id: string; version: number; document: unknown }
): Promise<void> {
  await db.insert(familyProfile).values(values).onConflictDoNothing();
}
