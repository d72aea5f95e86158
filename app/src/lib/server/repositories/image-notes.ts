import { and, asc, count, eq, isNull, notExists } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { Tx } from '../db/client.ts';
import { person } from '../db/schema/people.ts';
import { imageNote } from '../db/schema/reads.ts';

export async function insertImageNote(
  db: Tx,
  values: typeof imageNote.$inferInsert
): Promise<void> {
  await db.insert(imageNote).values(values);
}

/** Remarks on an image that nobody has struck out, by address. */
export async function listImageNotes(db: Tx, sha256: string) {
  const striking = alias(imageNote, 'striking');
  return db
    .select({
      ...{ id: imageNote.id, start: imageNote.startAddress, end: imageNote.endAddress },
      ...{ text: imageNote.text, by: person.name, at: imageNote.at }
    })
    .from(imageNote)
    .innerJoin(person, eq(person.id, imageNote.personId))
    .where(
      and(
        eq(imageNote.sha256, sha256),
        isNull(imageNote.strikes),
        notExists(db.select().from(striking).where(eq(striking.strikes, imageNote.id)))
      )
    )
    .orderBy(asc(imageNote.startAddress), asc(imageNote.at));
}

/** Remarks that were ever made on an image, those that were struck out too. */
export async function countImageNotes(db: Tx, sha256: string): Promise<number> {
  const [row] = await db.select({ n: count() }).from(imageNote).where(eq(imageNote.sha256, sha256));
  return row?.n ?? 0;
}
