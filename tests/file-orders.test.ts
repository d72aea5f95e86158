// Orders of files that take longer than anybody waits: kept, looked at by one process at a time, and come to one end.
import pg from 'pg';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { listEvents } from '../app/src/lib/server/repositories/events.ts';
import { followFileOrders } from '../app/src/lib/server/services/build/follow-files.ts';
import { requestFile } from '../app/src/lib/server/services/build/request-file.ts';
import { describeFileOrders } from '../app/src/lib/server/services/build/describe-file-orders.ts';
import { takeIn } from '../app/src/lib/server/services/job/intake.ts';
import { finishJob, recordAuthority } from '../app/src/lib/server/services/job/jobs.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { uploadRead } from '../app/src/lib/server/services/reads/upload-read.ts';
import { freshFile, makeShop, powerUp, runToEnd, type Shop } from './support/shop.ts';
import { smallFamilies } from './support/small-family.ts';

const REGION = 'program-flash';
const families = smallFamilies();
let shop: Shop;
let db: pg.Client;
let lead: Person;
let job = 0;
let opened = 0;

beforeAll(async () => {
  shop = await makeShop({ profilesDir: families.dir });
  db = new pg.Client({ connectionString: shop.databaseUrl });
  await db.connect();
  lead = await shop.person('lead');
  if (shop.root.deps.files) shop.root.deps.files.waitMs = 200;
});
afterAll(async () => {
  await db.end();
  await shop.close();
  families.remove();
});

const view = async () => {
  const found = await loadJobView(shop.root.deps, job);
  if (!found) throw new Error('no job');
  return found;
};
const orders = async () => describeFileOrders(shop.root.deps.db, (await view()).job.id);
const lastEvent = async () => {
  const events = await listEvents(shop.root.deps.db, (await view()).job.id);
  return events.filter((e) => e.kind.startsWith('file.') || e.kind === 'read.kept').at(-1);
};
/** Its time has come to be looked at. */
const due = () => db.query('update file_order set next_look_at = now() where ended_at is null');
const follow = () => followFileOrders(shop.root.deps);

/** A job of the unit itself that was asked who it is and read twice, with an order that is not ready. */
beforeEach(async () => {
  await db.query('update file_order set ended_at = now() where ended_at is null');
  shop.world.filesFault = undefined;
  opened++;
  const made = await takeIn(shop.root.deps, lead, {
    ...{ customer: 'Quay Test', vehicle: 'A van', vin: 'U8HVC3F2401084421', family: 'HV-EC4' },
    ...{ complaint: 'Latest software', reason: 'software', authorisedBy: 'Office' },
    ...{ promisedAt: null, another: true, intakeKey: `file-orders-${opened}` },
    arrival: { how: 'vehicle', parcelNumber: '', condition: '' },
    units: [{ role: 'original', tag: '0421', place: '', condition: '' }]
  });
  if (!made.ok) throw new Error(made.problem.code);
  job = made.value.number;
  const order = { orderedBy: 'Office', proofKind: 'order', proofNumber: '77' } as const;
  await recordAuthority(shop.root.deps, lead, {
    ...{ jobNumber: job, ...order, signature: [[[1, 1]]] }
  });
  await powerUp(shop, 'window', '0421');
  const at = { jobNumber: job, stationId: 'window', role: 'original' } as const;
  expect((await runToEnd(shop, lead, { kind: 'identify', ...at })).operation?.state).toBe('done');
  const bytes = shop.world.units.get('0421')?.memory.get(REGION) as Uint8Array;
  for (let i = 0; i < 2; i++)
    await uploadRead(shop.root.deps, lead, {
      ...{ jobNumber: job, role: 'original', regionId: REGION, bytes: bytes.slice() },
      ...freshFile()
    });
  shop.world.filesFault = 'never-ready';
  expect(
    await requestFile(shop.root.deps, lead, { jobNumber: job, regionId: REGION, wanted: 'update' })
  ).toEqual({ ok: true, value: { waiting: true } });
});

describe('an order that is not ready', () => {
  it('stands, is looked at when its time has come, and its file is kept by itself', async () => {
    expect(await orders()).toMatchObject([{ regionId: REGION, wanted: 'update', problem: null }]);
    expect((await view()).supplied).toEqual([]);
    // its time has not come
    expect(await follow()).toBe(0);
    await due();
    expect(await follow()).toBe(0);
    shop.world.filesFault = undefined;
    expect(await follow()).toBe(0);
    await due();
    expect(await follow()).toBe(1);
    expect((await view()).supplied).toMatchObject([{ regionId: REGION }]);
    expect(await orders()).toEqual([]);
    expect(await follow()).toBe(0);
  });

  it('two processes that look at once keep one file', async () => {
    shop.world.filesFault = undefined;
    await due();
    const ended = await Promise.all([follow(), follow(), follow()]);
    expect(ended.reduce((a, b) => a + b)).toBe(1);
    const files = (await view()).records.reads.filter((r) => r.role === 'supplied');
    expect(files).toHaveLength(1);
  });

  it('a service that is away, or talks nonsense of itself, ends nothing; one that refuses does', async () => {
    // a page of a proxy in place of an answer is no answer either
    for (const fault of ['hang-up', 'not-json'] as const) {
      shop.world.filesFault = fault;
      await due();
      expect(await follow(), fault).toBe(0);
      expect(await orders(), fault).toMatchObject([{ problem: null }]);
    }
    shop.world.filesFault = 'refuse';
    await due();
    expect(await follow()).toBe(1);
    expect(await orders()).toMatchObject([{ problem: 'files.order.refused' }]);
    expect(await lastEvent()).toMatchObject({
      kind: 'file.failed',
      data: { problem: 'files.order.refused' }
    });
    expect((await view()).supplied).toEqual([]);
  });

  it('one that the service does not know any more comes to its end', async () => {
    shop.world.filesFault = undefined;
    await db.query(
      `insert into file_order (job_id, unit_id, region_id, wanted, order_id, own_sha256, person_id, next_look_at)
       select job_id, unit_id, region_id, wanted, 'forgotten', own_sha256, person_id, now()
       from file_order where ended_at is null`
    );
    expect(await follow()).toBe(1);
    expect(await orders()).toMatchObject([{ problem: 'files.order.unknown' }]);
  });

  it.each(['wrong-sha', 'cut'] as const)(
    '%s: nothing of it is kept, and it ends',
    async (fault) => {
      shop.world.filesFault = fault;
      await due();
      expect(await follow()).toBe(1);
      expect((await view()).supplied).toEqual([]);
      expect((await orders())[0]?.problem).toMatch(/^(files|format)\./);
    }
  );

  it('a job that was closed, or has another unit now, takes nothing any more', async () => {
    shop.world.filesFault = undefined;
    // one that was placed for a unit that is not in the job any more
    await db.query(
      `insert into file_order (job_id, unit_id, region_id, wanted, order_id, person_id, next_look_at)
       select job_id, (select id from unit where tag = '0402'), region_id, wanted, order_id, person_id, now()
       from file_order where ended_at is null`
    );
    expect(await follow()).toBe(1);
    expect(await orders()).toMatchObject([{ problem: 'files.unit.unknown' }]);
    expect((await view()).records.reads.some((r) => r.role === 'supplied')).toBe(false);
    await due();
    const end = { jobNumber: job, result: 'ended', reason: 'The customer came back' } as const;
    expect((await finishJob(shop.root.deps, lead, end)).ok).toBe(true);
    expect(await follow()).toBe(1);
    const { rows } = await db.query(
      `select problem from file_order where ended_at is not null order by asked_at desc limit 2`
    );
    expect(rows.map((r: { problem: string }) => r.problem)).toContain('gate.job.closed');
  });

  it('what was asked never changes, and nothing does after its end', async () => {
    for (const change of [
      `update file_order set order_id = 'x'`,
      `update file_order set own_sha256 = null where own_sha256 is not null and ended_at is null`,
      'delete from file_order'
    ])
      await expect(db.query(change), change).rejects.toThrow(/append only/);
    await expect(db.query('truncate file_order')).rejects.toThrow();
    await db.query('update file_order set ended_at = now() where ended_at is null');
    await expect(
      db.query('update file_order set problem = null where ended_at is not null')
    ).rejects.toThrow(/append only/);
  });

  it('after two weeks nobody waits for it', async () => {
    await db.query(
      `insert into file_order (job_id, unit_id, region_id, wanted, order_id, own_sha256, person_id, next_look_at, asked_at)
       select job_id, unit_id, region_id, wanted, order_id, own_sha256, person_id, now(), now() - interval '15 days'
       from file_order where ended_at is null`
    );
    expect(await follow()).toBe(1);
    const { rows } = await db.query(`select problem from file_order where problem is not null
      order by ended_at desc limit 1`);
    expect(rows).toEqual([{ problem: 'files.order.waiting' }]);
  });
});
