import { and, eq } from 'drizzle-orm';
import type { Tx } from '../db/client.ts';
import { familyProfile } from '../db/schema/jobs.ts';

/** Keeps a version of a profile; a version that is there already stays as it is. */
export async function insertProfile(
  db: Tx,
  values: { id: string; version: number; document: unknown }
): Promise<void> {
  await db.insert(familyProfile).values(values).onConflictDoNothing();
}

/** The document of one version, as it was loaded. */
export async function findProfileDocument(db: Tx, id: string, version: number): Promise<unknown> {
  const [row] = await db
    .select({ document: familyProfile.document })
    .from(familyProfile)
    .where(and(eq(familyProfile.id, id), eq(familyProfile.version, version)));
  return row?.document;
}
