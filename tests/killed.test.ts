import { execFileSync } from 'node:child_process';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import pg from 'pg';
import { at, makeDatabase, startWorld, until } from './support/shop.ts';
import { Client, startServer, type Server } from './support/server.ts';

interface Row {
  state: string;
  meaning: string | null;
  done_bytes: string;
}

/** The server process is killed in the middle; then the database is stopped and started in the middle. */
describe('the server killed with SIGKILL', () => {
  let database: Awaited<ReturnType<typeof makeDatabase>>;
  let bench: Awaited<ReturnType<typeof startWorld>>;
  let server: Server;
  let client: Client;
  let db: pg.Client;

  beforeAll(async () => {
    database = await makeDatabase();
    bench = await startWorld(0);
    server = await startServer({ databaseUrl: database.url, worldUrl: bench.url });
    client = new Client(server.url);
    await client.signIn('bench');
    db = new pg.Client({ connectionString: database.url });
    await db.connect();
  });
  afterAll(async () => {
    await db.end();
    server.child.kill('SIGKILL');
    await server.gone;
    bench.stop();
    await database.drop();
  });

  const last = async (kind: string): Promise<Row> => {
    const { rows } = await db.query<Row>(
      'select state, meaning, done_bytes from operation where kind = $1 order by queued_at desc limit 1',
      [kind]
    );
    return rows[0] as Row;
  };
  const ended = (kind: string) =>
    until(
      async () =>
        !['queued', 'preparing', 'running', 'verifying'].includes((await last(kind)).state),
      40_000
    );
  const ok = async (path: string, body: unknown) => {
    const answer = await client.post(path, body);
    expect(answer.status, JSON.stringify(answer.body)).toBe(200);
  };
  const clamp = async (unit: string, role: string) => {
    await client.powerUp('window', unit);
    await until(
      async () =>
        (
          await client.post('/api/operations', {
            kind: 'identify',
            jobNumber: 2031,
            stationId: 'window',
            role
          })
        ).status === 200
    );
    await ended('identify');
    expect((await last('identify')).state).toBe('done');
  };
  const read = async (role: string, regionId: string) => {
    await ok('/api/operations', {
      kind: 'read',
      jobNumber: 2031,
      stationId: 'window',
      role,
      regionId
    });
    await ended('read');
    expect((await last('read')).state).toBe('done');
  };
  const write = () =>
    ok('/api/operations', {
      kind: 'write',
      jobNumber: 2031,
      stationId: 'window',
      confirmation: '388'
    });
  const reads = async () =>
    Number((await db.query<{ n: string }>('select count(*) as n from kept_read')).rows[0]?.n);
  const killAndRestart = async () => {
    server.child.kill('SIGKILL');
    await server.gone;
    server = await startServer({ databaseUrl: database.url, worldUrl: bench.url });
    client = new Client(server.url);
    await client.signIn('bench');
  };

  it('in the middle of a read: interrupted, the unit untouched, nothing kept is lost', async () => {
    await clamp('0417', 'original');
    for (const region of ['data-flash', 'data-flash', 'program-flash', 'program-flash'])
      await read('original', region);
    const before = await reads();
    bench.world.speed = 60;
    await ok('/api/operations', {
      kind: 'read',
      jobNumber: 2031,
      stationId: 'window',
      role: 'original',
      regionId: 'program-flash'
    });
    await until(async () => Number((await last('read')).done_bytes) > 100_000);
    await killAndRestart();
    bench.world.speed = 0;
    await ended('read');
    expect(await last('read')).toMatchObject({
      state: 'interrupted',
      meaning: 'meaning.unit.untouched'
    });
    expect(await reads()).toBe(before);
    const page = await client.get('/jobs/2031/read');
    expect(page.status).toBe(200);
  });

  it('in the middle of a write: interrupted, never verified, not repeated by itself, and written again on request', async () => {
    await clamp('0388', 'donor');
    for (const region of ['data-flash', 'data-flash', 'program-flash', 'program-flash'])
      await read('donor', region);
    await ok('/api/jobs/2031/clone', {});
    bench.world.speed = 120;
    await write();
    await until(async () => Number((await last('write')).done_bytes) > 300_000);
    const before = await reads();
    await killAndRestart();
    bench.world.speed = 0;
    await ended('write');
    expect(await last('write')).toMatchObject({
      state: 'interrupted',
      meaning: 'meaning.write.interrupted'
    });
    expect(await reads()).toBe(before);
    const memory = bench.world.units
      .get('0388')
      ?.memory.get('program-flash')
      ?.slice() as Uint8Array;
    await clamp('0388', 'donor');
    expect(
      Buffer.compare(
        bench.world.units.get('0388')?.memory.get('program-flash') as Uint8Array,
        memory
      )
    ).toBe(0);
    await write();
    await ended('write');
    expect(await last('write')).toMatchObject({ state: 'done', meaning: 'meaning.write.verified' });
    const events = await db.query(
      'select check_job_events(id) as broken from job where number = 2031'
    );
    expect(events.rows[0]).toEqual({ broken: null });
  });

  it('a write is undisturbed while everything is thrown at the pages', async () => {
    await clamp('0388', 'donor');
    bench.world.speed = 120;
    await write();
    const running = async () =>
      ['queued', 'preparing', 'running', 'verifying'].includes((await last('write')).state);
    const typed = '/api/jobs/2031/scans/typed';
    const fields = Array.from({ length: 2_000_000 }, (_, i) => `f${i}=1`).join('&');
    const attacks: readonly (() => Promise<{ status: number }>)[] = [
      () => client.post(typed, { text: '.'.repeat(80_000), fileName: '' }),
      () => client.post(typed, { text: `${' '.repeat(64_000)}x`, fileName: '' }),
      () => client.post(typed, { text: `unit,code\n${'"'.repeat(230_000)}`, fileName: '' }),
      () =>
        client.post(typed, {
          text: `unit,code,status\n${`u,"${'x'.repeat(1_900)}",y\n`.repeat(120)}`,
          fileName: ''
        }),
      () =>
        client.post(typed, { text: 'no communication with x (y) \n'.repeat(4_900), fileName: '' }),
      () => client.post(typed, { text: `{"units":[${'{},'.repeat(300_000)}{}]}`, fileName: '' }),
      () => client.post('/api/jobs/2031/note', { note: 'x'.repeat(1_000_000) }),
      () =>
        fetch(`${server.url}/sign-in?/in`, {
          method: 'POST',
          headers: { origin: server.url, 'content-type': 'application/x-www-form-urlencoded' },
          body: fields
        }),
      () => client.get('/jobs/2031/read')
    ];
    const said = new Map<number, number>();
    let thrown = 0;
    while (await running()) {
      const answers = await Promise.all(attacks.map((a) => a().catch(() => ({ status: 0 }))));
      for (const { status } of answers) said.set(status, (said.get(status) ?? 0) + 1);
      thrown += answers.length;
    }
    bench.world.speed = 0;
    expect(await last('write')).toMatchObject({ state: 'done', meaning: 'meaning.write.verified' });
    expect(thrown).toBeGreaterThan(attacks.length);
    // each was answered by us, none broke anything: refused, or the page that was asked for
    expect([...said.keys()].filter((s) => s >= 500)).toEqual([]);
    expect(said.get(413)).toBeGreaterThan(0);
  });
});

describe('the database stopped and started in the middle of a read', () => {
  const env = { ...process.env, PG_FAST: '1', PG_DIR: at('.badger/pg-restart') };
  const script = at('scripts/pg.sh');
  const run = (...args: string[]) =>
    execFileSync('bash', [script, ...args], {
      env,
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'ignore']
    }).trim();
  let bench: Awaited<ReturnType<typeof startWorld>>;
  let server: Server;

  afterAll(async () => {
    server?.child.kill('SIGKILL');
    await server?.gone;
    bench?.stop();
    run('destroy');
  });

  it('the read goes on, waits with its end, and is kept', async () => {
    run('destroy');
    const url = run('start', 'shop');
    bench = await startWorld(60);
    server = await startServer({ databaseUrl: url, worldUrl: bench.url });
    const client = new Client(server.url);
    await client.signIn('bench');
    await client.powerUp('window', '0417');
    const start = (body: object) =>
      client.post('/api/operations', {
        jobNumber: 2031,
        stationId: 'window',
        role: 'original',
        ...body
      });
    expect((await start({ kind: 'identify' })).status).toBe(200);
    await until(
      async () => (await start({ kind: 'read', regionId: 'program-flash' })).status === 200
    );
    const before = new pg.Client({ connectionString: url });
    await before.connect();
    await until(async () => {
      const { rows } = await before.query<Row>(
        "select done_bytes from operation where kind = 'read'"
      );
      return Number(rows[0]?.done_bytes) > 50_000;
    });
    await before.end();
    run('stop');
    // a page asked for meanwhile says so, without a stack
    const during = await client.get('/jobs');
    expect(during.status).toBe(503);
    const words = await during.text();
    expect(words).toContain('The database is away');
    expect(words).not.toMatch(/at .*\.js:\d+|ECONNREFUSED/);
    expect(await client.post('/api/jobs/2031/clone', {})).toMatchObject({
      status: 503,
      body: { problem: { code: 'database.link.away' } }
    });
    await new Promise((r) => setTimeout(r, 1500));
    run('start', 'shop');
    const db = new pg.Client({ connectionString: url });
    await db.connect();
    await until(async () => {
      const { rows } = await db.query<Row>("select state from operation where kind = 'read'");
      return rows[0]?.state === 'done';
    }, 90_000);
    const kept = await db.query('select count(*)::int as n from kept_read');
    expect(kept.rows[0]).toEqual({ n: 1 });
    // the owner's lock is held again, once
    await until(async () => {
      const { rows } = await db.query<{ n: string }>(
        "select count(*) as n from pg_stat_activity where application_name = 'upright-badger-owner'"
      );
      return rows[0]?.n === '1';
    });
    await db.end();
    await until(async () => (await client.get('/jobs')).status === 200);
  }, 240_000);
});
