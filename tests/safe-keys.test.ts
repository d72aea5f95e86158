// What opens the shop: key file, passphrase, another key; and what happens without.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { createDb, migrateDb, type Db } from '../app/src/lib/server/db/client.ts';
import { loadImage, saveImage, sealOldImages } from '../app/src/lib/server/repositories/images.ts';
import { findSetting, saveSetting } from '../app/src/lib/server/repositories/stations.ts';
import { changeKey, openVault } from '../app/src/lib/server/vault/open-vault.ts';
import { at, makeDatabase } from './support/shop.ts';

let db: Db;
let drop: () => Promise<void>;
const home = mkdtempSync(join(tmpdir(), 'badger-keys-'));
const file = join(home, 'key');
const passphrase = 'sandpiper over the mudflat';
const plain = Uint8Array.from({ length: 2_300_000 }, (_, i) => (i * 7 + (i >> 9)) & 0xff);
let sha256 = '';

beforeAll(async () => {
  const database = await makeDatabase();
  drop = database.drop;
  db = createDb(database.url);
  await migrateDb(db, at('app/drizzle'));
  const vault = await openVault(db, { file });
  ({ sha256 } = await saveImage({ db, vault }, { bytes: plain }));
});
afterAll(async () => {
  await db.$client.end();
  await drop();
  rmSync(home, { recursive: true, force: true });
});

const opens = async (source: Parameters<typeof openVault>[1]) => {
  const image = await loadImage({ db, vault: await openVault(db, source) }, sha256);
  return image.ok && Buffer.compare(image.value, plain) === 0;
};
const pieces = async () =>
  (
    await db.$client.query<{ h: string }>(
      "select string_agg(encode(sha256(bytes), 'hex'), ' ' order by no) as h from image_chunk"
    )
  ).rows[0]?.h;

it('the key file opens it again; another, none, or a passphrase does not, and says so', async () => {
  expect(await opens({ file })).toBe(true);
  const other = join(home, 'other');
  writeFileSync(other, `${'5'.repeat(64)}\n`);
  await expect(openVault(db, { file: other })).rejects.toThrow('not the one');
  await expect(openVault(db, { file: join(home, 'lost') })).rejects.toThrow('is missing');
  await expect(openVault(db, { passphrase })).rejects.toThrow('by a key file');
});

it('another key: what is sealed stays byte for byte as it is, and only the new key opens', async () => {
  const before = await pieces();
  await changeKey(db, { from: [{ file }], to: { passphrase }, fresh: true });
  expect(await pieces()).toBe(before);
  expect(await opens({ passphrase })).toBe(true);
  await expect(openVault(db, { file })).rejects.toThrow('by a passphrase');
  await expect(openVault(db, { passphrase: `${passphrase}.` })).rejects.toThrow('not the one');
  const vault = await openVault(db, { passphrase });
  expect(vault.seal(plain, 'x').keyNo).toBe(2);
  // a change that broke off is finished by doing it again
  const made = join(home, 'key.new');
  const change = { from: [{ passphrase }, { file: made }], to: { file: made }, fresh: false };
  await changeKey(db, change);
  await changeKey(db, change);
  expect(await opens({ file: made })).toBe(true);
  await expect(changeKey(db, { ...change, from: [{ passphrase }] })).rejects.toThrow('key file');
  await expect(
    changeKey(db, { from: [{ file: made }], to: { passphrase: 'short' }, fresh: false })
  ).rejects.toThrow('less than');
  expect(await opens({ file: made })).toBe(true);
  writeFileSync(file, '');
});

it('what an earlier version kept in clear is sealed once, and then nothing changes it', async () => {
  const vault = await openVault(db, { file: join(home, 'key.new') });
  const clear = Uint8Array.from({ length: 90_000 }, (_, i) => (i * 13) & 0xff);
  const { sha256: name, id } = await saveImage({ db, vault }, { bytes: clear });
  const client = db.$client;
  await client.query('alter table image_chunk disable trigger image_chunk_kept');
  await client.query('update image_chunk set key_no = null, bytes = $2 where image_id = $1', [
    id,
    Buffer.from(clear)
  ]);
  await client.query('alter table image_chunk enable trigger image_chunk_kept');
  expect((await loadImage({ db, vault }, name)).ok).toBe(true);
  // broken off between the last seal and the end: the next start writes the table anew
  await saveSetting(db, 'images.uncleared', true);
  expect(await sealOldImages(db, vault)).toBe(1);
  expect(await findSetting(db, 'images.uncleared')).toBe(false);
  const before = (
    await client.query<{ f: string }>("select pg_relation_filepath('image_chunk') as f")
  ).rows[0]?.f;
  await saveSetting(db, 'images.uncleared', true);
  expect(await sealOldImages(db, vault)).toBe(0);
  const after = (
    await client.query<{ f: string }>("select pg_relation_filepath('image_chunk') as f")
  ).rows[0]?.f;
  expect(after).not.toBe(before);
  const { rows } = await client.query<{ bytes: Buffer }>(
    'select bytes from image_chunk where image_id = $1',
    [id]
  );
  expect(rows[0]?.bytes.includes(Buffer.from(clear.subarray(100, 140)))).toBe(false);
  expect((await loadImage({ db, vault }, name)).ok).toBe(true);
  await expect(client.query('update image_chunk set key_no = 1')).rejects.toThrow('append only');
  await expect(client.query('delete from data_key')).rejects.toThrow('never deleted');
});

it('pieces of two contents that changed places are damage, not content', async () => {
  const vault = await openVault(db, { file: join(home, 'key.new') });
  const store = { db, vault };
  const [a, b] = [new Uint8Array(5000).fill(1), new Uint8Array(5000).fill(2)];
  const [first, second] = [
    await saveImage(store, { bytes: a }),
    await saveImage(store, { bytes: b })
  ];
  await db.$client.query('alter table image_chunk disable trigger image_chunk_kept');
  await db.$client.query(
    'update image_chunk c set bytes = o.bytes from image_chunk o where c.image_id = $1 and o.image_id = $2',
    [first.id, second.id]
  );
  await db.$client.query('alter table image_chunk enable trigger image_chunk_kept');
  expect(await loadImage(store, first.sha256)).toMatchObject({
    problem: { code: 'image.content.damaged' }
  });
});
