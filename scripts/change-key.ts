// Another key opens what the shop keeps: the data keys are wrapped anew, what they seal stays as it is.
import { existsSync } from 'node:fs';
import { rename } from 'node:fs/promises';
import { parseArgs } from 'node:util';
import { createDb, migrateDb } from '../app/src/lib/server/db/client.ts';
import { changeKey } from '../app/src/lib/server/vault/open-vault.ts';
import type { KeySource } from '../app/src/lib/server/vault/wrapping-key.ts';

const USE = `./badger key [--file PATH] [--fresh]
  The key file (.badger/key unless BADGER_KEY_FILE or --file says otherwise) is replaced by a new one; the old one stays beside it as PATH.before.
  BADGER_NEW_PASSPHRASE set: a passphrase opens the shop from then on (start it with BADGER_PASSPHRASE).
  BADGER_PASSPHRASE set: that is what opens it now.
  --fresh: new content is sealed by a new data key beside the old ones.
  One that broke off is finished by doing it again. What runs keeps running; the next start takes the new key.`;

const { values } = parseArgs({
  options: {
    file: { type: 'string' },
    fresh: { type: 'boolean', default: false },
    help: { type: 'boolean', default: false }
  }
});

/** Databases that this key file opens: the one that is named, or those of the private cluster. */
async function listDatabases(): Promise<string[]> {
  const named = process.env['DATABASE_URL'];
  if (named) return [named];
  const cluster = process.env['BADGER_CLUSTER'];
  if (!cluster) throw new Error('DATABASE_URL is not set');
  const db = createDb(cluster);
  const { rows } = await db.$client.query<{ datname: string }>(
    "select datname from pg_database where datname in ('badger', 'badger_demo') order by 1"
  );
  await db.$client.end();
  return rows.map(
    ({ datname }) => Object.assign(new URL(cluster), { pathname: `/${datname}` }).href
  );
}

async function wrapAnew(url: string, change: Parameters<typeof changeKey>[1]): Promise<number> {
  const db = createDb(url);
  try {
    await migrateDb(db, new URL('../app/drizzle', import.meta.url).pathname);
    return (await changeKey(db, change)).dataKeys;
  } finally {
    await db.$client.end();
  }
}

async function main(): Promise<void> {
  if (values.help) return console.log(USE);
  const file = values.file ?? process.env['BADGER_KEY_FILE'] ?? '.badger/key';
  const { BADGER_PASSPHRASE: now, BADGER_NEW_PASSPHRASE: next } = process.env;
  const made = `${file}.new`;
  const to: KeySource = next ? { passphrase: next } : { file: made };
  const from: KeySource[] = [now ? { passphrase: now } : { file }, to];
  let keys = 0;
  for (const url of await listDatabases())
    keys += await wrapAnew(url, { from, to, fresh: values.fresh });
  if (keys === 0) throw new Error('no database has a data key yet: start the application once');
  if (!next) {
    if (existsSync(file)) await rename(file, `${file}.before`);
    await rename(made, file);
  }
  const opens = next
    ? 'start with BADGER_PASSPHRASE'
    : `${file} opens the shop. Keep a copy of it where the database is not`;
  console.log(`${keys} data ${keys === 1 ? 'key is' : 'keys are'} wrapped anew; ${opens}`);
}

main().catch((error: unknown) => {
  console.error(`badger: ${error instanceof Error ? error.message : 'the key was not changed'}`);
  process.exitCode = 1;
});
