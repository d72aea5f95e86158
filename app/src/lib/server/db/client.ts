import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';

export type Db = NodePgDatabase & { $client: pg.Pool };
/** A database handle or a transaction on it. */
export type Tx = Pick<
  Db,
  'select' | 'selectDistinctOn' | 'insert' | 'update' | 'delete' | 'execute'
>;

const casing = 'snake_case' as const;

/** Opens a pool. Throws when there is no address: pg would try somebody else's cluster on its own. */
export function createDb(url: string | undefined, { max = 12, options = '' } = {}): Db {
  if (!url) throw new Error('DATABASE_URL is not set');
  const pool = new pg.Pool({
    connectionString: url,
    max,
    ...(options === '' ? {} : { options }),
    application_name: 'upright-badger',
    connectionTimeoutMillis: 10_000
  });
  // without a listener a database restart would end the process
  pool.on('error', (e) => console.error('idle database connection lost:', e.message));
  pool.on('connect', (client) => client.on('error', () => undefined));
  return drizzle<Record<string, never>, pg.Pool>({ client: pool, casing });
}

/** Applies the migrations; a lock keeps two processes from doing it at once. */
export async function migrateDb(
  db: Db,
  folder = process.env['MIGRATIONS_DIR'] ?? resolve('drizzle')
): Promise<void> {
  if (!existsSync(`${folder}/meta/_journal.json`)) throw new Error(`no migrations in ${folder}`);
  const client = await db.$client.connect();
  try {
    await client.query('select pg_advisory_lock(727001)');
    await migrate(drizzle({ client, casing }), { migrationsFolder: folder });
  } finally {
    await client.query('select pg_advisory_unlock(727001)').catch(() => undefined);
    client.release();
  }
}
