import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { isDatabaseAway } from './pg-errors.ts';

export type Db = NodePgDatabase & { $client: pg.Pool };
/** A database handle or a transaction on it. */
export type Tx = Pick<
  Db,
  'select' | 'selectDistinct' | 'selectDistinctOn' | 'insert' | 'update' | 'delete' | 'execute'
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
  const db = drizzle<Record<string, never>, pg.Pool>({ client: pool, casing });
  db.transaction = (work, config) => transact(pool, (own) => own.transaction(work, config));
  return db;
}

/**
 * A transaction on a connection of its own, which goes back into the pool whatever happens. The package's own keeps the
 * connection for good when "begin" fails on it: a database that was away a dozen times would leave nobody a line.
 */
async function transact<T>(
  pool: pg.Pool,
  work: (own: NodePgDatabase<Record<string, never>>) => Promise<T>
): Promise<T> {
  const client = await pool.connect();
  let broken = false;
  try {
    return await work(drizzle<Record<string, never>, pg.PoolClient>({ client, casing }));
  } catch (error) {
    broken = isDatabaseAway(error);
    throw error;
  } finally {
    client.release(broken);
  }
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

/**
 * Asks several questions: side by side on a pool, one after the other on the one connection of a transaction.
 * Shape: the answers in the order of the questions.
 */
export async function gather<T extends readonly (() => Promise<unknown>)[]>(
  db: Tx,
  questions: readonly [...T]
): Promise<{ -readonly [K in keyof T]: Awaited<ReturnType<T[K]>> }> {
  type Answers = { -readonly [K in keyof T]: Awaited<ReturnType<T[K]>> };
  if ('$client' in db) return (await Promise.all(questions.map((ask) => ask()))) as Answers;
  const answers: unknown[] = [];
  for (const ask of questions) answers.push(await ask());
  return answers as Answers;
}
