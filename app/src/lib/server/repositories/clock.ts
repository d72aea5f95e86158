import { sql } from 'drizzle-orm';
import type { Tx } from '../db/client.ts';

/** The time that the database has. Units: milliseconds since 1970, UTC. */
export async function readDatabaseClock(db: Tx): Promise<number> {
  const result = await db.execute(sql`select extract(epoch from clock_timestamp()) * 1000 as ms`);
  return Number((result.rows[0] as { ms: string | number }).ms);
}

/** Asks for nothing: does the database answer? */
export async function ping(db: Tx): Promise<void> {
  await db.execute(sql`select 1`);
}

/** Folder in which the database keeps its data, as it says itself. */
export async function readDataFolder(db: Tx): Promise<string | undefined> {
  const result = await db.execute(sql`select current_setting('data_directory') as folder`);
  return (result.rows[0] as { folder: string } | undefined)?.folder;
}
