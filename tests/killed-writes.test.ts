// Writes in the middle of which the whole application is killed, at moments of chance: it says that the write was interrupted, knows the way back, and loses nothing.
import pg from 'pg';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { createRandom } from '@badger/core/base/random';
import { createDb } from '../app/src/lib/server/db/client.ts';
import { loadImage } from '../app/src/lib/server/repositories/images.ts';
import { openVault } from '../app/src/lib/server/vault/open-vault.ts';
import { makeDatabase, startWorld, TEST_KEY, until } from './support/shop.ts';
import { Client, startServer, type Server } from './support/server.ts';
import { smallFamilies } from './support/small-family.ts';

/** `./badger test slow` sets 40. */
const KILLS = Number(process.env['WRITE_KILLS'] ?? 3);
const REGIONS = ['data-flash', 'program-flash'] as const;
const WORK = { jobNumber: 2031, stationId: 'window' } as const;

interface Row {
  state: string;
  meaning: string | null;
}

const families = smallFamilies();
let database: Awaited<ReturnType<typeof makeDatabase>>;
let bench: Awaited<ReturnType<typeof startWorld>>;
let server: Server;
let client: Client;
let db: pg.Client;
const was = new Map<string, Uint8Array>();

const memoryOf = (tag: string, regionId: string) =>
  bench.world.units.get(tag)?.memory.get(regionId) as Uint8Array;
const holds = (role: 'original' | 'donor') =>
  REGIONS.every(
    (id) => Buffer.compare(memoryOf('0388', id), was.get(`${role} ${id}`) as Uint8Array) === 0
  );
const start = async () => {
  server = await startServer({
    ...{ databaseUrl: database.url, worldUrl: bench.url, profilesDir: families.dir }
  });
  client = new Client(server.url);
  // a database that has just lost a client under it may be away for a moment
  await until(() =>
    client.signIn('bench').then(
      () => true,
      () => false
    )
  );
};
const last = async (kind: string): Promise<Row> => {
  const { rows } = await db.query<Row>(
    'select state, meaning from operation where kind = $1 order by queued_at desc limit 1',
    [kind]
  );
  return rows[0] ?? { state: 'none', meaning: null };
};
const OPEN = ['queued', 'preparing', 'running', 'verifying'];
const ended = (kind: string) => until(async () => !OPEN.includes((await last(kind)).state), 40_000);
const ok = async (path: string, body: unknown) => {
  const answer = await client.post(path, body);
  expect(answer.status, JSON.stringify(answer.body)).toBe(200);
};
const clamp = async (unit: string, role: string) => {
  await client.powerUp('window', unit);
  await until(
    async () =>
      (await client.post('/api/operations', { kind: 'identify', ...WORK, role })).status === 200
  );
  await ended('identify');
  expect((await last('identify')).state).toBe('done');
};
const write = (writes: string) =>
  client.post('/api/operations', { kind: 'write', ...WORK, confirmation: '388', writes });

beforeAll(async () => {
  database = await makeDatabase();
  bench = await startWorld(0, families.dir);
  await start();
  db = new pg.Client({ connectionString: database.url });
  await db.connect();
  for (const [role, tag] of [
    ['original', '0417'],
    ['donor', '0388']
  ] as const) {
    await clamp(tag, role);
    for (const region of REGIONS) {
      was.set(`${role} ${region}`, memoryOf(tag, region).slice());
      for (const i of [1, 2]) {
        const path = `/api/jobs/2031/reads?role=${role}&region=${region}&name=r${i}.bin&modified=${i}000`;
        await ok(path, memoryOf(tag, region).slice());
      }
    }
  }
  await ok('/api/jobs/2031/clone', {});
}, 90_000);
afterAll(async () => {
  await db.end();
  server.child.kill('SIGKILL');
  await server.gone;
  bench.stop();
  await database.drop();
  families.remove();
});

it(`${KILLS} times: never called verified, no backup lost, and one of the ways back leads home`, async () => {
  const random = createRandom(417);
  let inTheMiddle = 0;
  for (let n = 0; n < KILLS; n++) {
    await clamp('0388', 'donor');
    // some two seconds from the first erase to the last byte read back
    bench.world.speed = 8;
    expect((await write('image')).status).toBe(200);
    await new Promise((resolve) => setTimeout(resolve, 100 + (random() % 1600)));
    server.child.kill('SIGKILL');
    await server.gone;
    bench.world.speed = 0;
    await start();
    await ended('write');
    const row = await last('write');
    // it may have ended just before, or not have begun: then it is what it says it is
    if (row.state === 'done') expect(holds('original')).toBe(true);
    else expect(row.state).toBe('interrupted');
    const untouched = row.meaning === 'meaning.unit.untouched';
    if (untouched) expect(holds('donor')).toBe(true);
    if (row.state === 'interrupted' && !untouched) inTheMiddle++;
    const kept = createDb(database.url);
    const vault = await openVault(kept, TEST_KEY);
    const { rows } = await db.query<{ sha256: string; region: string }>(
      `select i.sha256, r.region_id as region from kept_read r join image i on i.id = r.image_id where r.role = 'donor'`
    );
    for (const { sha256, region } of rows) {
      const image = await loadImage({ db: kept, vault }, sha256);
      expect(
        image.ok && Buffer.compare(image.value, was.get(`donor ${region}`) as Uint8Array)
      ).toBe(0);
    }
    await kept.$client.end();
    expect(rows).toHaveLength(4);
    // what was never touched has nothing to be given back
    const back = untouched ? 'image' : ['rest', 'backup', 'image'][random() % 3];
    await clamp('0388', 'donor');
    expect((await write(back ?? 'image')).status).toBe(200);
    await ended('write');
    expect((await last('write')).state, back).toBe('done');
    expect(holds(back === 'backup' ? 'donor' : 'original'), back).toBe(true);
    if (back !== 'backup') {
      await clamp('0388', 'donor');
      expect((await write('backup')).status).toBe(200);
      await ended('write');
    }
    expect(holds('donor')).toBe(true);
  }
  expect(inTheMiddle).toBeGreaterThan(KILLS / 3);
  const { rows } = await db.query<{ broken: number | null }>(
    'select check_job_events(id) as broken from job where number = 2031'
  );
  expect(rows[0]?.broken).toBeNull();
}, 2_000_000);
