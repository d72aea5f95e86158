import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createDb, migrateDb, type Db } from '../app/src/lib/server/db/client.ts';
import { createRoot, type Root } from '../app/src/lib/server/root.ts';
import { findBrokenEvent } from '../app/src/lib/server/repositories/events.ts';
import { loadImage } from '../app/src/lib/server/repositories/images.ts';
import { listJobLines } from '../app/src/lib/server/services/job/job-lines.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { at, makeDatabase, TEST_KEY } from './support/shop.ts';

type Row = Record<string, unknown>;

/** Columns and keys that have another name since, by table. */
const RENAMED: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  operation: { touched_at: 'may_have_changed_at' },
  way_choice: { way_id: 'access_key', school: 'clone_method' },
  job: { route: 'access_kind', route_reason: 'access_reason' }
};
/** Tables that have another name since. */
const MOVED: Readonly<Record<string, string>> = { way_choice: 'access_choice' };
/** Contents of the dump; larger ones were left out of it to keep it small, and so was the trace. */
const LARGEST_BYTES = 40_000;

/** A demo database as it stood before the access layer, with a day's work in it, brought up to today. */
describe('a database of an earlier version', () => {
  let url = '';
  let drop: () => Promise<void>;
  let client: pg.Client;
  let db: Db;
  let before: Map<string, Row[]>;

  const tables = async () => {
    const { rows } = await client.query<{ name: string }>(
      `select table_name as name from information_schema.tables
       where table_schema = 'public' and table_type = 'BASE TABLE' order by 1`
    );
    const all = new Map<string, Row[]>();
    for (const { name } of rows)
      all.set(
        name,
        (await client.query<{ r: Row }>(`select to_jsonb(t) as r from "${name}" t`)).rows.map(
          (row) => row.r
        )
      );
    return all;
  };
  const renamed = (table: string, row: Row): Row => {
    const names = RENAMED[table] ?? {};
    const out = Object.fromEntries(Object.entries(row).map(([k, v]) => [names[k] ?? k, v]));
    if (table !== 'clone_image') return out;
    const { school, ...plan } = out['plan'] as Row;
    return { ...out, plan: { ...plan, method: school } };
  };

  beforeAll(async () => {
    ({ url, drop } = await makeDatabase());
    client = new pg.Client({ connectionString: url });
    await client.connect();
    const dump = gunzipSync(readFileSync(at('tests/dumps/before-access-layer.sql.gz')));
    // functions stand in a dump before the tables that they name
    await client.query(`set check_function_bodies = false; ${dump.toString('utf8')}`);
    before = await tables();
    db = createDb(url);
    await migrateDb(db, at('app/drizzle'));
  }, 60_000);
  afterAll(async () => {
    await db.$client.end();
    await client.end();
    await drop();
  });

  it('has work of every kind in it', () => {
    for (const table of [
      'job',
      'unit',
      'kept_read',
      'operation',
      'clone_image',
      'way_choice',
      'job_event',
      'scan'
    ])
      expect(before.get(table)?.length, table).toBeGreaterThan(0);
    expect(before.get('operation')?.some((o) => o['touched_at'] !== null)).toBe(true);
  });

  it('keeps every row of every table, value by value', async () => {
    const after = await tables();
    for (const [table, rows] of before) {
      const now = after.get(MOVED[table] ?? table) ?? [];
      expect(now.length, table).toBe(rows.length);
      for (const row of rows)
        expect(now, table).toContainEqual(expect.objectContaining(renamed(table, row)));
    }
  });

  it('still refuses to change what is append only, and its chains of events hold', async () => {
    for (const table of ['clone_image', 'kept_read', 'image', 'job_event', 'access_choice'])
      await expect(client.query(`delete from ${table}`), table).rejects.toThrow(/append only/);
    for (const job of before.get('job') ?? [])
      expect(await findBrokenEvent(db, String(job['id']))).toBeUndefined();
  });

  it('is migrated once: a second time changes nothing', async () => {
    const once = await tables();
    await migrateDb(db, at('app/drizzle'));
    expect(await tables()).toEqual(once);
  });

  it('is worked on: every job opens, every kept content is what its name says', async () => {
    const root: Root = await createRoot({
      databaseUrl: url,
      key: TEST_KEY,
      profilesDir: at('profiles'),
      migrationsDir: at('app/drizzle'),
      demo: true,
      log: { info: () => undefined, warn: () => undefined, error: () => undefined }
    });
    try {
      const jobs = before.get('job') ?? [];
      for (const job of jobs) {
        const view = await loadJobView(root.deps, Number(job['number']));
        expect(view?.job.id).toBe(job['id']);
        expect(view?.records.reads.length).toBe(
          before.get('kept_read')?.filter((r) => r['job_id'] === job['id']).length
        );
      }
      const { total } = await listJobLines(root.deps, {});
      expect(total).toBe(jobs.length);
      const [built] = before.get('clone_image') ?? [];
      const number = jobs.find((j) => j['id'] === built?.['job_id'])?.['number'];
      // checksums that its families had not then do not hold in what was read: those reads are trusted no more, and it says so
      const now = await loadJobView(root.deps, Number(number));
      const states = now?.regions.original.map((r) => r.verdict.state) ?? [];
      expect(now?.cloneState).toBe(states.every((s) => s === 'trusted') ? 'built' : 'stale');
      expect(states.filter((s) => !['trusted', 'doubtful', 'unseen'].includes(s))).toEqual([]);
      for (const image of before.get('image') ?? []) {
        if (Number(image['length_bytes']) > LARGEST_BYTES) continue;
        expect((await loadImage(root.deps, String(image['sha256']))).ok).toBe(true);
      }
      // the demo is not seeded over what is there
      expect((await tables()).get('job')?.length).toBe(jobs.length);
    } finally {
      await root.close();
    }
  });
});
