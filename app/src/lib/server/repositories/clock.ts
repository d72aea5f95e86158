import { sql } from 'drizzle-orm';
import type { Tx } from '../db/client.ts';

/** The time that the database has. Units: milliseconds since 1970, UTC. */
export async function readDatabaseClock(db: Tx): Promise<number> {
  const result = await db.execute(sql`select extract(epoch from clock_timestamp()) * 1000 as ms`);
  return Number((result.rows[0] as { ms: string | number }).ms);
}
