import { randomBytes } from 'node:crypto';
import { sql } from 'drizzle-orm';
import type { Db, Tx } from '../db/client.ts';
import {
  insertDataKey,
  listDataKeys,
  rewrapDataKey,
  type DataKeyRow
} from '../repositories/data-keys.ts';
import { KEY_BYTES, seal, unseal } from './sealing.ts';
import { Vault } from './vault.ts';
import {
  LEAST_PASSPHRASE,
  makeKeyFile,
  makeStretch,
  readKeyFile,
  stretchPassphrase,
  type KeySource
} from './wrapping-key.ts';

/** A lock of the database: two that begin at once make one data key. */
const KEYS_LOCK = 727003;

/**
 * Opens the vault of a database; the first time its first data key is made. Throws in words where the key is missing or another one: an application that
 * cannot open what it keeps does not start.
 */
export async function openVault(db: Db, source: KeySource): Promise<Vault> {
  const keys = await db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(${KEYS_LOCK})`);
    const rows = await listDataKeys(tx);
    return rows.length > 0 ? unwrapAll(rows, source) : new Map([[1, await makeFirst(tx, source)]]);
  });
  return new Vault(keys);
}

/**
 * Another key wraps the data keys from now on; what they seal stays as it is. `fresh`: new content is sealed by a new data key beside. `from`: what may open
 * them now, tried in this order, so that a change that broke off can be finished. Throws in words where none does. Shape: data keys, zero where none was made yet.
 */
export async function changeKey(
  db: Db,
  {
    from,
    to,
    fresh
  }: { readonly from: readonly KeySource[]; readonly to: KeySource; readonly fresh: boolean }
): Promise<{ readonly dataKeys: number }> {
  return db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(${KEYS_LOCK})`);
    const rows = await listDataKeys(tx);
    if (rows.length === 0) return { dataKeys: 0 };
    const keys = await unwrapByAny(rows, from);
    for (const [no, key] of keys) await rewrapDataKey(tx, no, await wrap(key, no, to));
    const next = Math.max(...keys.keys()) + 1;
    if (fresh) await insertDataKey(tx, { no: next, ...(await wrap(newKey(), next, to)) });
    return { dataKeys: keys.size + (fresh ? 1 : 0) };
  });
}

const newKey = () => new Uint8Array(randomBytes(KEY_BYTES));

async function makeFirst(tx: Tx, source: KeySource): Promise<Uint8Array> {
  const key = newKey();
  await insertDataKey(tx, { no: 1, ...(await wrap(key, 1, source)) });
  return key;
}

const aboutKey = (no: number) => `data-key ${no}`;

/** A data key wrapped by what the source gives; a key file that is not there yet is made. */
async function wrap(key: Uint8Array, no: number, source: KeySource) {
  if (source.passphrase !== undefined) {
    if (source.passphrase.length < LEAST_PASSPHRASE)
      throw new Error(`the passphrase has less than ${LEAST_PASSPHRASE} characters`);
    const stretch = makeStretch();
    const by = await stretchPassphrase(source.passphrase, stretch);
    return { wrapped: seal(by, key, aboutKey(no)), wrapper: 'passphrase' as const, ...stretch };
  }
  const by = (await readKeyFile(source.file)) ?? (await makeKeyFile(source.file));
  return { wrapped: seal(by, key, aboutKey(no)), wrapper: 'file' as const, ...NO_STRETCH };
}

const NO_STRETCH = { salt: null, memoryKib: null, passes: null, lanes: null };

async function unwrapByAny(
  rows: readonly DataKeyRow[],
  sources: readonly KeySource[]
): Promise<Map<number, Uint8Array>> {
  const tried = await Promise.allSettled(sources.map((source) => unwrapAll(rows, source)));
  const opened = tried.find((t) => t.status === 'fulfilled');
  if (opened) return opened.value;
  throw tried.find((t) => t.status === 'rejected')?.reason ?? new Error('there is no key to try');
}

async function unwrapAll(
  rows: readonly DataKeyRow[],
  source: KeySource
): Promise<Map<number, Uint8Array>> {
  const keys = new Map<number, Uint8Array>();
  for (const row of rows) keys.set(row.no, await unwrap(row, source));
  return keys;
}

async function unwrap(row: DataKeyRow, source: KeySource): Promise<Uint8Array> {
  const key = unseal(await keyFor(row, source), row.wrapped, aboutKey(row.no));
  if (key) return key;
  throw new Error(
    row.wrapper === 'file'
      ? 'the key file is not the one that this database was made with'
      : 'the passphrase is not the one that this database was made with'
  );
}

async function keyFor(row: DataKeyRow, source: KeySource): Promise<Uint8Array> {
  const { salt, memoryKib, passes, lanes } = row;
  if (row.wrapper === 'passphrase') {
    if (source.passphrase === undefined)
      throw new Error('this database is opened by a passphrase: set BADGER_PASSPHRASE');
    if (!salt || !memoryKib || !passes || !lanes) throw new Error('the data key is damaged');
    return stretchPassphrase(source.passphrase, { salt, memoryKib, passes, lanes });
  }
  if (source.passphrase !== undefined)
    throw new Error('this database is opened by a key file: set BADGER_KEY_FILE, no passphrase');
  const key = await readKeyFile(source.file);
  if (!key)
    throw new Error(
      `the key file ${source.file} is missing: without it nothing that is kept can be opened. Put it back from where its copy lies`
    );
  return key;
}
