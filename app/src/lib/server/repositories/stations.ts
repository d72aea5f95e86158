import { asc, desc, eq } from 'drizzle-orm';
import type { Tx } from '../db/client.ts';
import { station } from '../db/schema/jobs.ts';
import { setting } from '../db/schema/reads.ts';

export type StationRow = typeof station.$inferSelect;

export async function listStations(db: Tx): Promise<StationRow[]> {
  return db.select().from(station).orderBy(desc(station.ratedMa), asc(station.id));
}

/** A station as it is configured; a supply that was given to it by its address stays. */
export async function saveStation(db: Tx, row: Omit<StationRow, 'ownSupply'>): Promise<void> {
  await db.insert(station).values(row).onConflictDoUpdate({ target: station.id, set: row });
}

export async function saveOwnSupply(
  db: Tx,
  stationId: string,
  ownSupply: StationRow['ownSupply']
): Promise<void> {
  await db.update(station).set({ ownSupply }).where(eq(station.id, stationId));
}

export async function findSetting(db: Tx, key: string): Promise<unknown> {
  const [row] = await db.select().from(setting).where(eq(setting.key, key));
  return row?.value;
}

export async function saveSetting(db: Tx, key: string, value: unknown): Promise<void> {
  await db
    .insert(setting)
    .values({ key, value })
    .onConflictDoUpdate({ target: setting.key, set: { value } });
}
