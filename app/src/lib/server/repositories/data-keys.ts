import { asc, eq } from 'drizzle-orm';
import type { Tx } from '../db/client.ts';
import { dataKey } from '../db/schema/safe.ts';

export type DataKeyRow = typeof dataKey.$inferSelect;
type NewDataKey = typeof dataKey.$inferInsert;

/** Wrapped data keys, the oldest first. */
export function listDataKeys(db: Tx): Promise<DataKeyRow[]> {
  return db.select().from(dataKey).orderBy(asc(dataKey.no));
}

export async function insertDataKey(db: Tx, values: NewDataKey): Promise<void> {
  await db.insert(dataKey).values(values);
}

export async function rewrapDataKey(
  db: Tx,
  no: number,
  wrapping: Omit<NewDataKey, 'no' | 'createdAt'>
): Promise<void> {
  await db.update(dataKey).set(wrapping).where(eq(dataKey.no, no));
}
