import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Tx } from '../db/client.ts';
import { kitItem, kitTick } from '../db/schema/arrive.ts';

export type KitRow = typeof kitItem.$inferSelect;
export type KitValues = Omit<
  typeof kitItem.$inferInsert,
  'id' | 'version' | 'createdAt' | 'retiredAt'
>;

export async function listKit(db: Tx): Promise<KitRow[]> {
  return db
    .select()
    .from(kitItem)
    .where(isNull(kitItem.retiredAt))
    .orderBy(asc(kitItem.kind), asc(kitItem.name));
}

/** Adds a piece of kit; undefined when the name is taken. */
export async function insertKit(db: Tx, values: KitValues): Promise<string | undefined> {
  const [row] = await db
    .insert(kitItem)
    .values(values)
    .onConflictDoNothing()
    .returning({ id: kitItem.id });
  return row?.id;
}

/** Changes a piece of kit as it was at `version`; false when somebody else has changed it since. */
export async function updateKit(
  db: Tx,
  id: string,
  { version, values }: { version: number; values: Partial<KitValues> & { retiredAt?: Date } }
): Promise<boolean> {
  const rows = await db
    .update(kitItem)
    .set({ ...values, version: version + 1 })
    .where(and(eq(kitItem.id, id), eq(kitItem.version, version)))
    .returning({ id: kitItem.id });
  return rows.length === 1;
}

/**
 * A connection was made: one more plugging for the leads and adapters that were chosen for it; where nobody chose any, for all of
 * this station and family.
 */
export async function countPlugging(
  db: Tx,
  { stationId, family, chosen }: { stationId: string; family: string; chosen: readonly string[] }
): Promise<void> {
  await db
    .update(kitItem)
    .set({ plugCycles: sql`${kitItem.plugCycles} + 1` })
    .where(
      and(
        isNull(kitItem.retiredAt),
        sql`${kitItem.kind} in ('lead', 'adapter')`,
        chosen.length > 0 ? inArray(kitItem.id, [...chosen]) : undefined,
        sql`(${kitItem.stationId} is null or ${kitItem.stationId} = ${stationId})`,
        sql`(cardinality(${kitItem.families}) = 0 or ${family} = any(${kitItem.families}))`
      )
    );
}

export async function listTicks(db: Tx, jobId: string) {
  return db.select().from(kitTick).where(eq(kitTick.jobId, jobId));
}

export async function setTick(
  db: Tx,
  values: typeof kitTick.$inferInsert,
  on: boolean
): Promise<void> {
  if (on) await db.insert(kitTick).values(values).onConflictDoNothing();
  else {
    await db
      .delete(kitTick)
      .where(and(eq(kitTick.jobId, values.jobId), eq(kitTick.checkId, values.checkId)));
  }
}
