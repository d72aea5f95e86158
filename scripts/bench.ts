// Speed as ratios measured in one run, and the memory of the server. Needs the built application.
//   ./badger bench
import { execFileSync, spawn } from 'node:child_process';
import { readFileSync, writeFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { compareImages } from '../core/src/image/compare.ts';
import { isoTpFrameCount, minFrameBits } from '../core/src/can/frame-bits.ts';
import { createDb, migrateDb } from '../app/src/lib/server/db/client.ts';
import { saveImage } from '../app/src/lib/server/repositories/images.ts';
import { openVault } from '../app/src/lib/server/vault/open-vault.ts';
import { at, TEST_KEY, until } from '../tests/support/shop.ts';
import { Client, startServer } from '../tests/support/server.ts';
import { listManyJobs, scanSideBySide, uploadWhileReading } from './bench-arrive.ts';
import { holdLoop, walkChains } from './bench-hold.ts';
import { matchShelf, planGaps, planMany } from './bench-match.ts';
import { median, race, report } from './bench-support.ts';
import { dumpPage } from './bench-dump-page.ts';
import { dumpDesk } from './bench-dump.ts';
import { judgeEightReads } from './bench-trust.ts';
import { eightHoursOfSupplies } from './bench-supply.ts';
import { traceAgainstTshark } from './bench-trace.ts';

const MIB = 1024 * 1024;
const env = { ...process.env, PG_DIR: at('.badger/pg-bench') };
const sh = (...args: string[]) =>
  execFileSync('bash', [at('scripts/pg.sh'), ...args], {
    env,
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'ignore']
  }).trim();

function noise(length: number, seed: number): Uint8Array {
  const bytes = new Uint8Array(length);
  let state = seed;
  for (let i = 0; i < length; i += 4) {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    bytes[i] = state >>> 24;
    bytes[i + 1] = state >>> 16;
    bytes[i + 2] = state >>> 8;
    bytes[i + 3] = state;
  }
  return bytes;
}

async function compareReads() {
  // three comparisons of equal length; the native one is given equal content, so that it has to look at every byte too
  const a = noise(8 * MIB, 1);
  const copies = [a.slice(), a.slice()] as const;
  const c = a.slice();
  for (let i = 0; i < 14; i++) c[5 * MIB + i] = (c[5 * MIB + i] as number) ^ 1;
  const [ours, native] = await race(
    31,
    () => [compareImages(a, copies[0]), compareImages(a, c), compareImages(copies[0], c)],
    () => [
      Buffer.compare(a, copies[0]),
      Buffer.compare(a, copies[1]),
      Buffer.compare(copies[0], copies[1])
    ]
  );
  report('compare three 8 MiB reads / three native comparisons', ours / native, {
    aim: '<= 3  ',
    ok: ours / native <= 3,
    detail: `${ours.toFixed(1)} ms / ${native.toFixed(1)} ms`
  });
}

async function storeImage(url: string) {
  const db = createDb(url);
  await migrateDb(db, at('app/drizzle'));
  const vault = await openVault(db, TEST_KEY);
  const folder = mkdtempSync(join(tmpdir(), 'badger-bench-'));
  const plain = new pg.Client({ connectionString: url });
  await plain.connect();
  await plain.query('create table if not exists plain_bytes (b bytea)');
  await plain.query('alter table plain_bytes alter column b set storage external');
  const psql =
    execFileSync('bash', ['-c', 'ls -d /usr/lib/postgresql/*/bin | sort -V | tail -1'], {
      encoding: 'utf8'
    }).trim() + '/psql';
  let seed = 100;
  const files: string[] = [];
  for (let i = 0; i < 9; i++) {
    const file = join(folder, `${i}.sql`);
    writeFileSync(
      file,
      `insert into plain_bytes values ('\\x${Buffer.from(noise(8 * MIB, 900 + i)).toString('hex')}');\n`
    );
    files.push(file);
  }
  const idle = median(
    Array.from({ length: 5 }, () => {
      const start = performance.now();
      execFileSync(psql, ['-q', '-d', url, '-c', 'select 1'], { stdio: 'ignore' });
      return performance.now() - start;
    })
  );
  const images = Array.from({ length: 9 }, () => noise(8 * MIB, seed++));
  const [ours, theirs] = await race(
    9,
    () =>
      db.transaction((tx) => saveImage({ db: tx, vault }, { bytes: images.pop() as Uint8Array })),
    () => execFileSync(psql, ['-q', '-d', url, '-f', files.pop() as string], { stdio: 'ignore' })
  );
  const native = theirs - idle;
  report('store an 8 MiB image durably / plain insert by psql', ours / native, {
    aim: '<= 1.5',
    ok: ours / native <= 1.5,
    detail: `${ours.toFixed(0)} ms / ${native.toFixed(0)} ms (psql's own start of ${idle.toFixed(0)} ms taken off)`
  });
  await plain.end();
  await db.$client.end();
  rmSync(folder, { recursive: true });
}

/** Seconds that the frames of a 2 MiB upload need on a 500 kbit/s bus without a single stuff bit. */
function busSeconds(lengthBytes: number): number {
  const blocks = Math.ceil(lengthBytes / 4093);
  const last = lengthBytes - (blocks - 1) * 4093 + 2;
  const frames = (blocks - 1) * isoTpFrameCount(4095) + isoTpFrameCount(last) + blocks;
  return (frames * minFrameBits(8)) / 500_000;
}

async function readOverSockets(url: string) {
  const world = spawn(process.execPath, ['--import', 'tsx', at('standins/src/main.ts')], {
    cwd: at('.'),
    env: { ...process.env, PROFILES_DIR: at('profiles'), WORLD_SPEED: '0' },
    stdio: ['ignore', 'pipe', 'inherit']
  });
  const control = await new Promise<string>((done) => {
    world.stdout.on('data', (d) => {
      const match = /"control":"([^"]+)"/.exec(String(d));
      if (match) done(match[1] as string);
    });
  });
  const server = await startServer({ databaseUrl: url, worldUrl: control });
  const client = new Client(server.url);
  await client.signIn('bench');
  const db = new pg.Client({ connectionString: url });
  await db.connect();
  await client.powerUp('window', '0417');
  const start = (body: object) =>
    client.post('/api/operations', {
      jobNumber: 2031,
      stationId: 'window',
      role: 'original',
      ...body
    });
  await until(async () => (await start({ kind: 'identify' })).status === 200);
  for (let i = 0; i < 5; i++)
    await until(
      async () => (await start({ kind: 'read', regionId: 'program-flash' })).status === 200,
      60_000
    );
  await until(
    async () =>
      Number(
        (
          await db.query<{ n: string }>(
            "select count(*) as n from operation where kind = 'read' and state = 'done'"
          )
        ).rows[0]?.n
      ) === 5,
    60_000
  );
  const { rows } = await db.query<{ s: string }>(
    "select extract(epoch from ended_at - started_at) as s from operation where kind = 'read' order by queued_at"
  );
  const seconds = median(rows.map((r) => Number(r.s)));
  const bus = busSeconds(2 * MIB);
  report('bus time of a 2 MiB read / read over the sockets', bus / seconds, {
    aim: '>= 20 ',
    ok: bus / seconds >= 20,
    detail: `${bus.toFixed(1)} s / ${seconds.toFixed(2)} s`
  });
  const peak =
    Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${server.child.pid}/status`, 'utf8'))?.[1]) /
    1024;
  report('peak resident memory of the server, MB', peak, { aim: '< 400 ', ok: peak < 400 });
  await db.end();
  server.child.kill('SIGTERM');
  await server.gone;
  world.kill('SIGTERM');
}

sh('destroy');
try {
  await compareReads();
  await storeImage(sh('start', 'store'));
  await readOverSockets(sh('start', 'shop'));
  await scanSideBySide();
  await listManyJobs(sh('start', 'jobs'));
  await matchShelf(sh('start', 'shelf'));
  planGaps();
  planMany();
  holdLoop();
  walkChains();
  traceAgainstTshark();
  await dumpDesk(noise);
  await judgeEightReads(noise);
  await dumpPage(sh('start', 'dump'), noise);
  await eightHoursOfSupplies(sh('start', 'supplies'));
  await uploadWhileReading(sh('start', 'photos'));
} finally {
  sh('destroy');
}
process.exit(0);
