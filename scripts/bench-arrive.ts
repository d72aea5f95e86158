// Rows of the bench for scans, the job list and photos.
import pg from 'pg';
import sharp from 'sharp';
import pino from 'pino';
import { findLayout } from '../core/src/scan/layout.ts';
import { scanUnit } from '../core/src/scan/scan-unit.ts';
import type { UnitPlace } from '../core/src/scan/scan.ts';
import { openDoip } from '../app/src/lib/server/station/vehicle-line.ts';
import { createRoot } from '../app/src/lib/server/root.ts';
import { listJobLines } from '../app/src/lib/server/services/job/job-lines.ts';
import { at, startWorld, until, TEST_KEY } from '../tests/support/shop.ts';
import { Client, startServer } from '../tests/support/server.ts';
import { median, race, report } from './bench-support.ts';

const VIN = 'U8HVC3F2401084417';

/** All units that talk at once, against the slowest of them alone; the stand-in answers as fast as life. */
export async function scanSideBySide(): Promise<void> {
  const { world, stop } = await startWorld(1);
  world.simulator.plug('van-12');
  const van = world.simulator.vehicles.get('van-12');
  van?.play('healthy');
  van?.turn('on');
  van?.support(true);
  const places = (van ? findLayout([van.layout], VIN) : undefined)?.units ?? [];
  const doip = await openDoip({ host: '127.0.0.1', port: world.simulator.doipPort }, VIN);
  if (!doip.ok) throw new Error(doip.problem.code);
  const scan = (p: UnitPlace) => scanUnit(doip.value.link(p), p, () => performance.now());
  const talking: UnitPlace[] = [];
  for (const place of places) if ((await scan(place)).state === 'talks') talking.push(place);
  const alone: number[] = [];
  for (const place of talking) alone.push((await scan(place)).tookMs);
  const whole: number[] = [];
  for (let i = 0; i < 5; i++) {
    const start = performance.now();
    await Promise.all(talking.map(scan));
    whole.push(performance.now() - start);
  }
  const slowest = Math.max(...alone);
  const ratio = median(whole) / slowest;
  report(`full scan of ${talking.length} units / the slowest of them alone`, ratio, {
    aim: '<= 3  ',
    ok: talking.length >= 12 && ratio <= 3,
    detail: `${median(whole).toFixed(0)} ms / ${slowest.toFixed(0)} ms, one after the other ${alone.reduce((a, b) => a + b, 0).toFixed(0)} ms`
  });
  await doip.value.close();
  stop();
}

const FILL = `
  insert into customer (id, name) select gen_random_uuid(), 'Customer ' || n from generate_series(1, 500) n;
  insert into vehicle (id, customer_id, vin, description)
    select gen_random_uuid(), c.id, 'U8HVC3F2' || lpad(row_number() over ()::text, 9, '0'), 'Halvard van'
    from customer c cross join generate_series(1, 20) where c.name like 'Customer %';
  insert into job (id, customer_id, vehicle_id, family_id, complaint, promised_at)
    select gen_random_uuid(), v.customer_id, v.id, 'HV-EC4', 'Stops when warm', now() + random() * interval '9 days'
    from vehicle v where v.vin like 'U8HVC3F20%';
  insert into scan (id, job_id, number, kind, name, source, layout_id, units, unit_count, silent_count, fault_count,
      started_at, ended_at, person_id)
    select gen_random_uuid(), j.id, n, 'pre', 'scan ' || n, 'doip', 'halvard', (select units from model), 13, 0, 6,
      now() - n * interval '1 day', now() - n * interval '1 day', (select id from person limit 1)
    from job j cross join generate_series(1, 6) n where j.complaint = 'Stops when warm';
  analyze;
`;

/** A page of the job list as the application makes it, against the very statements that it sends, sent plainly. */
export async function listManyJobs(url: string): Promise<void> {
  const world = await startWorld(0);
  const root = await createRoot({
    databaseUrl: url,
    key: TEST_KEY,
    worldUrl: world.url,
    profilesDir: at('profiles'),
    migrationsDir: at('app/drizzle'),
    demo: true,
    log: pino({ level: 'silent' })
  });
  const { db } = root.deps;
  const units = Array.from({ length: 13 }, (_, i) => ({
    id: `unit-${i}`,
    name: `Unit ${i}`,
    kind: i === 0 ? 'engine' : 'other',
    address: 0x1000 + i,
    optional: false,
    state: 'talks',
    identification: { vin: VIN, 'software-number': 'S1234-417' },
    faults: i < 6 ? [{ code: 'P0201', failureType: 0x13, status: 0x2f }] : [],
    tookMs: 40
  }));
  await db.$client.query('create table model (units jsonb)');
  await db.$client.query('insert into model values ($1)', [JSON.stringify(units)]);
  await db.$client.query(FILL);
  const { rows } = await db.$client.query<{ jobs: number; scans: number }>(
    'select (select count(*)::int from job) as jobs, (select count(*)::int from scan) as scans'
  );
  const page = { limit: 50, offset: 0 };
  const ours = () => listJobLines(root.deps, { page });
  const sent = await recordStatements(ours);
  const plain = new pg.Client({ connectionString: url });
  await plain.connect();
  const theirs = async () => {
    for (const { text, values } of sent) await plain.query(text, values);
  };
  await ours();
  await theirs();
  const [app, sql] = await race(15, ours, theirs);
  report('job list, a page of 50 / the plain SQL that it rests on', app / sql, {
    aim: '<= 3  ',
    ok: app / sql <= 3 && (rows[0]?.jobs ?? 0) >= 10_000 && (rows[0]?.scans ?? 0) >= 60_000,
    detail: `${app.toFixed(1)} ms / ${sql.toFixed(1)} ms, ${sent.length} statements, ${rows[0]?.jobs} jobs, ${rows[0]?.scans} scans`
  });
  await plain.end();
  await root.close();
  world.stop();
}

interface Statement {
  readonly text: string;
  readonly values: unknown[];
}

/** Every statement that goes to the database while `run` runs. */
async function recordStatements(run: () => Promise<unknown>): Promise<Statement[]> {
  const sent: Statement[] = [];
  const proto = pg.Client.prototype as unknown as { query: (...args: unknown[]) => unknown };
  const original = proto.query;
  proto.query = function (this: unknown, ...args: unknown[]) {
    const [config, values] = args as [string | { text?: string }, unknown[] | undefined];
    const text = typeof config === 'string' ? config : config.text;
    if (text) sent.push({ text, values: Array.isArray(values) ? values : [] });
    return original.apply(this, args);
  };
  try {
    await run();
  } finally {
    proto.query = original;
  }
  return sent;
}

/** Longest silence between two tellings of a running read, with photos of 10 MB coming in and without. */
export async function uploadWhileReading(url: string): Promise<void> {
  const world = await startWorld(20);
  const server = await startServer({ databaseUrl: url, worldUrl: world.url });
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
  await until(async () => (await start({ kind: 'identify' })).status === 200);
  await until(
    async () => (await start({ kind: 'read', regionId: 'program-flash' })).status === 200
  );
  const width = 2600;
  const height = 1750;
  const noise = Buffer.alloc(width * height * 3);
  for (let i = 0, state = 7; i < noise.length; i++) {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    noise[i] = state >>> 24;
  }
  const photo = await sharp(noise, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 97, chromaSubsampling: '4:4:4' })
    .toBuffer();
  const quiet = await longestSilence(client, 4000);
  const uploads = (async () => {
    for (let i = 0; i < 4; i++) {
      const sent = await client.post(
        '/api/jobs/2031/photos?kind=label&name=a.jpg',
        new Uint8Array(photo)
      );
      if (sent.status !== 200) throw new Error(`photo: ${sent.status}`);
    }
  })();
  const busy = await longestSilence(client, 4000);
  await uploads;
  report('longest silence of a running read, photos coming in / none', busy / quiet, {
    aim: '<= 3  ',
    ok: busy / quiet <= 3,
    detail: `${busy.toFixed(0)} ms / ${quiet.toFixed(0)} ms, photo ${(photo.length / 1e6).toFixed(1)} MB`
  });
  server.child.kill('SIGTERM');
  await server.gone;
  world.stop();
}

async function longestSilence(client: Client, forMs: number): Promise<number> {
  const abort = new AbortController();
  const response = await client.get('/api/events', abort.signal);
  const reader = response.body?.getReader();
  let longest = 0;
  let last = performance.now();
  const end = last + forMs;
  while (reader && performance.now() < end) {
    const { done } = await reader.read();
    if (done) break;
    longest = Math.max(longest, performance.now() - last);
    last = performance.now();
  }
  abort.abort();
  return longest;
}
