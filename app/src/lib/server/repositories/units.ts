import { asc, eq, ilike, or } from 'drizzle-orm';
import type { Tx } from '../db/client.ts';
import { unit } from '../db/schema/jobs.ts';
import type { UnitRow } from './jobs.ts';

export async function listUnits(db: Tx): Promise<UnitRow[]> {
  return db.select().from(unit).orderBy(asc(unit.tag));
}

export async function findUnitByTag(db: Tx, tag: string): Promise<UnitRow | undefined> {
  const [row] = await db.select().from(unit).where(eq(unit.tag, tag));
  return row;
}

export async function findUnitByChip(db: Tx, chipId: string): Promise<UnitRow | undefined> {
  const [row] = await db.select().from(unit).where(eq(unit.chipId, chipId));
  return row;
}

export async function searchUnits(db: Tx, text: string, limit = 10): Promise<UnitRow[]> {
  const like = `%${text.replaceAll(/[%_\\]/g, '\\$&')}%`;
  return db
    .select()
    .from(unit)
    .where(or(ilike(unit.tag, like), ilike(unit.familyId, like), ilike(unit.chipId, like)))
    .orderBy(asc(unit.tag))
    .limit(limit);
}

export async function insertUnit(
  db: Tx,
  values: { tag: string; familyId: string; place?: string }
): Promise<UnitRow> {
  const [row] = await db.insert(unit).values(values).returning();
  return row as UnitRow;
}

/** Unbinds a chip id that was read under the wrong tag. */
export async function clearIdentity(db: Tx, unitId: string): Promise<void> {
  await db
    .update(unit)
    .set({ chipId: null, numbers: {}, identifiedAt: null })
    .where(eq(unit.id, unitId));
}

export async function setIdentity(
  db: Tx,
  unitId: string,
  values: { chipId: string; numbers: Record<string, string>; at: Date }
): Promise<void> {
  await db
    .update(unit)
    .set({ chipId: values.chipId, numbers: values.numbers, identifiedAt: values.at })
    .where(eq(unit.id, unitId));
}

export async function setPlace(db: Tx, unitId: string, place: string): Promise<void> {
  await db.update(unit).set({ place }).where(eq(unit.id, unitId));
}
