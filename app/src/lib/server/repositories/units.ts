import { and, asc, eq, ilike, inArray, isNotNull, isNull, or, sql } from 'drizzle-orm';
import type { StockState } from '@badger/core/match/judge-stock';
import type { Sorting } from '../../sorting.ts';
import type { Tx } from '../db/client.ts';
import { unit } from '../db/schema/jobs.ts';
import type { UnitRow } from './job-units.ts';

export async function findUnitByTag(db: Tx, tag: string): Promise<UnitRow | undefined> {
  const [row] = await db.select().from(unit).where(eq(unit.tag, tag));
  return row;
}

export async function findUnitByChip(db: Tx, chipId: string): Promise<UnitRow | undefined> {
  const [row] = await db.select().from(unit).where(eq(unit.chipId, chipId));
  return row;
}

/** Holds a unit until the caller's transaction ends. */
export async function lockUnit(db: Tx, unitId: string): Promise<void> {
  await db.execute(sql`select 1 from unit where id = ${unitId}::uuid for no key update`);
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
  values: {
    tag: string;
    familyId: string;
    place?: string;
    labelNumbers?: Record<string, string>;
    stock?: StockState | null;
    wear?: Record<string, number>;
  }
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

/** Most that one question to the shelf gives back. */
const MOST_STOCK = 1000;

/** Number of the open job that a unit serves in. */
const servesIn = sql<number | null>`(
  select min(j.number) from job_unit ju join job j on j.id = ju.job_id
  where ju.unit_id = "unit"."id" and j.closed_at is null)`;

export type StockRow = UnitRow & { readonly inJob: number | null };

/**
 * Units in stock that carry one of these hardware numbers, or whose number nobody knows, of this family; all of the family
 * when `hardware` is undefined. Both questions go through a partial index.
 */
export async function findStock(
  db: Tx,
  { family, hardware }: { family: string; hardware: readonly string[] | undefined }
): Promise<StockRow[]> {
  const ofFamily = eq(unit.familyId, family);
  const rows = await db
    .select({ unit, inJob: servesIn })
    .from(unit)
    .where(
      and(
        isNotNull(unit.stock),
        hardware
          ? or(
              inArray(unit.hardwareNumber, [...hardware]),
              and(ofFamily, isNull(unit.hardwareNumber))
            )
          : ofFamily
      )
    )
    // what nobody would take comes last, should there be more than are looked at
    .orderBy(sql`${unit.stock} = 'dead'`, sql`${unit.stock} = 'cloned'`, asc(unit.tag))
    .limit(MOST_STOCK);
  return rows.map((r) => ({ ...r.unit, inJob: r.inJob }));
}

/** What the shelf may be sorted by. */
export const STOCK_SORTS = ['tag', 'family', 'hardware', 'state', 'place'] as const;
export type StockSorting = Sorting<(typeof STOCK_SORTS)[number]>;

const STOCK_COLUMNS = {
  tag: sql`${unit.tag}`,
  family: sql`${unit.familyId}`,
  hardware: sql`${unit.hardwareNumber}`,
  state: sql`${unit.stock}`,
  place: sql`nullif(lower(${unit.place}), '')`
};

function orderOf({ key, down }: StockSorting) {
  return [sql`${STOCK_COLUMNS[key]} ${down ? sql`desc` : sql`asc`} nulls last`];
}

/** A page of the shelf, by tag or by a column; `text` looks in tag, family, chip id and hardware number. */
export async function listStock(
  db: Tx,
  options: {
    text: string;
    stockOnly: boolean;
    limit: number;
    offset: number;
    sorting?: StockSorting | undefined;
  }
): Promise<StockRow[]> {
  const like = `%${options.text.replaceAll(/[%_\\]/g, '\\$&')}%`;
  const rows = await db
    .select({ unit, inJob: servesIn })
    .from(unit)
    .where(
      and(
        options.stockOnly ? isNotNull(unit.stock) : undefined,
        options.text === ''
          ? undefined
          : or(
              ilike(unit.tag, like),
              ilike(unit.familyId, like),
              ilike(unit.chipId, like),
              ilike(unit.hardwareNumber, like)
            )
      )
    )
    .orderBy(...(options.sorting ? orderOf(options.sorting) : []), asc(unit.tag))
    .limit(options.limit)
    .offset(options.offset);
  return rows.map((r) => ({ ...r.unit, inJob: r.inJob }));
}

export async function setUnitFacts(
  db: Tx,
  unitId: string,
  values: {
    labelNumbers?: Record<string, string>;
    stock?: StockState | null;
    wear?: Record<string, number>;
  }
): Promise<void> {
  await db.update(unit).set(values).where(eq(unit.id, unitId));
}
