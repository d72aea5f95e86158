// One physical read counts once, a verdict belongs to its unit, and two people at once leave a true record.
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { acceptReads } from '../app/src/lib/server/services/reads/accept-reads.ts';
import { buildClone } from '../app/src/lib/server/services/build/build-clone.ts';
import { checkJobGate } from '../app/src/lib/server/services/job/gate.ts';
import { assignUnit } from '../app/src/lib/server/services/job/jobs.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { startOperation } from '../app/src/lib/server/services/operation/start-operation.ts';
import { openFile } from '../app/src/lib/server/vault/sealed-file.ts';
import { offerUnstored } from '../app/src/lib/server/services/reads/unsaved.ts';
import { uploadRead } from '../app/src/lib/server/services/reads/upload-read.ts';
import {
  freshFile,
  makeShop,
  powerUp,
  runToEnd,
  until,
  type Shop,
  closeWithoutWayBack
} from './support/shop.ts';
import { smallFamilies } from './support/small-family.ts';

const JOB = { jobNumber: 2031, stationId: 'window' } as const;
const REGIONS = ['data-flash', 'program-flash'] as const;
const HELD = ['job.work.running', 'job.close.unverified', 'job.close.steps'];
const ROUNDS = 50;

const families = smallFamilies();
let shop: Shop;
let bench: Person;
let db: pg.Client;
beforeAll(async () => {
  shop = await makeShop({ profilesDir: families.dir });
  bench = await shop.person('bench');
  db = new pg.Client({ connectionString: shop.databaseUrl });
  await db.connect();
});
afterAll(async () => {
  await db.end();
  await shop.close();
  families.remove();
});

const memoryOf = (tag: string, region: string) =>
  shop.world.units.get(tag)?.memory.get(region) as Uint8Array;
const identify = async (tag: string, role: 'original' | 'donor') => {
  await powerUp(shop, 'window', tag);
  const { operation } = await runToEnd(shop, bench, { kind: 'identify', role, ...JOB });
  expect(operation?.state).toBe('done');
};
const view = async () => {
  const found = await loadJobView(shop.root.deps, 2031);
  if (!found) throw new Error('no job');
  return found;
};
const drop = (
  role: 'original' | 'donor',
  regionId: string,
  file: { fileName: string; modifiedMs?: number; bytes: Uint8Array }
) => uploadRead(shop.root.deps, bench, { jobNumber: 2031, role, regionId, ...file });

describe('one physical read counts once', () => {
  it('the same file dropped again, renamed or copied, is the same read and says so', async () => {
    const bytes = new Uint8Array(8192).map((_, i) => (i * 17) & 0xff);
    const first = await drop('original', 'data-flash', { fileName: 'a.bin', modifiedMs: 5, bytes });
    expect(first).toMatchObject({ ok: true, value: { number: 1, known: false } });
    for (const [fileName, modifiedMs] of [
      ['a.bin', 5],
      ['A (1).bin', 9],
      ['other.bin', 5],
      ['nobody tells.bin', undefined]
    ] as const) {
      const again = await drop('original', 'data-flash', {
        fileName,
        bytes,
        ...(modifiedMs ? { modifiedMs } : {})
      });
      expect(again, fileName).toMatchObject({ ok: true, value: { number: 1, known: true } });
    }
    expect((await view()).regions.original[0]?.agreement).toMatchObject({ state: 'single' });
  });

  it('a download of a kept read dropped again is that read', async () => {
    const kept = (await view()).regions.original[0]?.reads[0];
    const bytes = new Uint8Array(8192).map((_, i) => (i * 17) & 0xff);
    for (const name of [kept?.name ?? '', (kept?.name ?? '').replace('.bin', ' (2).bin')]) {
      const again = await drop('original', 'data-flash', {
        fileName: name,
        modifiedMs: 1234,
        bytes
      });
      expect(again, name).toMatchObject({ value: { number: 1, known: true } });
    }
    await identify('0417', 'original');
    const read = { kind: 'read', role: 'original', regionId: 'program-flash', ...JOB } as const;
    await runToEnd(shop, bench, read);
    const own = await drop('original', 'program-flash', {
      fileName: 'renamed.bin',
      modifiedMs: 77,
      bytes: memoryOf('0417', 'program-flash').slice()
    });
    expect(own).toMatchObject({ value: { number: 1, known: true } });
  });

  it('two uploads of one file at the same moment, fifty times', async () => {
    for (let i = 0; i < ROUNDS; i++) {
      const bytes = new Uint8Array(8192).fill(i, 0, 4000);
      const file = { ...freshFile(), bytes };
      const both = await Promise.all([1, 2, 3].map(() => drop('original', 'data-flash', file)));
      const added = both.filter((r) => r.ok && !r.value.known);
      expect(added).toHaveLength(1);
      expect(new Set(both.map((r) => (r.ok ? r.value.number : -1))).size).toBe(1);
    }
    const { rows } = await db.query<{ n: string; d: string }>(
      `select count(*) as n, count(distinct (unit_id, region_id, number)) as d from kept_read`
    );
    expect(rows[0]?.n).toBe(rows[0]?.d);
  }, 180_000);

  it('the database itself lets one operation bring one read', async () => {
    const { rows } = await db.query<{ id: string }>(
      `select id from kept_read where operation_id is not null limit 1`
    );
    await expect(
      db.query(
        `insert into kept_read (job_id, unit_id, role, region_id, number, image_id, name, source,
           source_name, operation_id, findings, person_id)
         select job_id, unit_id, role, region_id, 900, image_id, name, source, source_name,
           operation_id, findings, person_id from kept_read where id = $1`,
        [rows[0]?.id]
      )
    ).rejects.toThrow(/kept_read_operationId_unique/);
  });
});

describe('a backup that is the original’s', () => {
  const write = async () =>
    checkJobGate(shop.root.deps, await view(), {
      kind: 'write',
      stationId: 'window',
      person: bench
    }).lines.map((l) => l.code);

  it('is Stop at Read and holds the write, until the donor itself is read', async () => {
    await identify('0388', 'donor');
    const bytes = memoryOf('0417', 'program-flash').slice();
    await drop('donor', 'program-flash', { ...freshFile(), bytes });
    await drop('donor', 'program-flash', { ...freshFile(), bytes });
    const region = (await view()).regions.donor.find((r) => r.region.id === 'program-flash');
    expect(region?.verdict).toMatchObject({ verdict: 'stop', code: 'reads.donor.equal' });
    expect(await write()).toContain('gate.backup.equal');
    // its data flash tells the two apart: the same program in both is believed then
    for (let i = 0; i < 2; i++)
      await drop('donor', 'data-flash', {
        ...freshFile(),
        bytes: memoryOf('0388', 'data-flash').slice()
      });
    expect(await write()).not.toContain('gate.backup.equal');
  });
});

describe('two people at once', () => {
  /** Everything that a write of job 2031 needs. */
  const prepare = async () => {
    await identify('0417', 'original');
    for (const regionId of REGIONS) {
      for (let i = 0; i < 3; i++) {
        const request = { kind: 'read', role: 'original', regionId, ...JOB } as const;
        expect((await runToEnd(shop, bench, request)).operation?.state).toBe('done');
      }
    }
    await identify('0388', 'donor');
    for (const regionId of REGIONS) {
      for (let i = 0; i < 3; i++) {
        const request = { kind: 'read', role: 'donor', regionId, ...JOB } as const;
        await runToEnd(shop, bench, request);
      }
    }
    // files of the original were put down to the donor before: two contents that both could be right, and a lead says which is
    const donor = (await view()).regions.donor.find((r) => r.region.id === 'program-flash');
    expect(donor?.verdict.state).toBe('doubtful');
    const lead = await shop.person('lead');
    const taken = await acceptReads(shop.root.deps, lead, {
      ...{ jobNumber: 2031, role: 'donor', regionId: 'program-flash' },
      ...{ readId: donor?.reads.at(-1)?.id ?? '', reason: 'Read on the bench just now.' }
    });
    expect(taken.ok).toBe(true);
    expect((await buildClone(shop.root.deps, bench, 2031)).ok).toBe(true);
  };
  const start = () =>
    startOperation(shop.root.deps, bench, { kind: 'write', confirmation: '388', ...JOB });
  const idle = () => until(() => shop.root.deps.bench.running.size === 0, 30_000);
  const code = (r: { ok: boolean; problem?: { code: string } }) =>
    r.ok ? 'ok' : (r.problem?.code ?? '');

  it('a new donor and a write, fifty times: never a write to a unit that is no longer the donor', async () => {
    await prepare();
    for (let i = 0; i < ROUNDS; i++) {
      await identify('0388', 'donor');
      const change = () =>
        assignUnit(shop.root.deps, bench, { jobNumber: 2031, role: 'donor', tag: '0388' });
      const other = () =>
        assignUnit(shop.root.deps, bench, { jobNumber: 2031, role: 'donor', tag: '0421' });
      const [first, second] =
        i % 2 === 0
          ? await Promise.all([start(), other()])
          : (await Promise.all([other(), start()])).toReversed();
      await idle();
      const now = await view();
      const write = now.operations.filter((o) => o.kind === 'write').at(-1);
      if (code(first as never) === 'ok') {
        // the write came first: the donor stays
        expect(code(second as never)).toMatch(/^job\.(work\.running|donor\.written)$/);
        expect(now.units.donor?.tag).toBe('0388');
        expect(write?.unitTag).toBe('0388');
        // as if nothing had been sent, so that the next round can change the donor again
        await db.query(`update operation set may_have_changed_at = null where kind = 'write'`);
        continue;
      }
      expect(code(second as never)).toBe('ok');
      expect(now.units.donor?.tag).toBe('0421');
      expect(now.line.write.code).not.toBe('write.clone.verified');
      expect((await change()).ok).toBe(true);
    }
  }, 120_000);

  it('two writes, and closing and writing, fifty times: one write, and no job closed under it', async () => {
    for (let i = 0; i < ROUNDS; i++) {
      await identify('0388', 'donor');
      const before = (await view()).operations.filter((o) => o.kind === 'write').length;
      const close = () => closeWithoutWayBack(shop, bench, 2031);
      const answers = await Promise.all(
        i % 2 === 0 ? [start(), start(), close()] : [close(), start(), start()]
      );
      await idle();
      const told = answers.map((a) => code(a as never));
      const [closed] = i % 2 === 0 ? told.slice(2) : told;
      const writes = i % 2 === 0 ? told.slice(0, 2) : told.slice(1);
      const { rows } = await db.query<{ closed: boolean; n: string; open: string }>(
        `select closed_at is not null as closed,
           (select count(*) from operation o where o.job_id = job.id and kind = 'write') as n,
           (select count(*) from operation o where o.job_id = job.id and kind = 'write'
             and (o.ended_at is null or o.ended_at > job.closed_at)) as open
         from job where number = 2031`
      );
      const made = Number(rows[0]?.n) - before;
      expect(writes.filter((w) => w === 'ok')).toHaveLength(made);
      expect(made).toBeLessThanOrEqual(1);
      if (rows[0]?.closed) {
        expect(closed).toBe('ok');
        // closed on a proven write, and nothing of what was begun is still open or was proven only after the closing
        expect(Number(rows[0].open)).toBe(0);
        await db.query(`update job set closed_at = null where number = 2031`);
        // what was left out before a write that ended meanwhile is no word on what the unit holds now
      } else expect(HELD).toContain(closed);
    }
  }, 240_000);

  it('an image built and a write at once: what is proven is what was meant', async () => {
    for (let i = 0; i < 10; i++) {
      await identify('0388', 'donor');
      await Promise.all([buildClone(shop.root.deps, bench, 2031), start()]);
      await idle();
      const now = await view();
      const write = now.operations.filter((o) => o.kind === 'write').at(-1);
      expect(write?.state).toBe('done');
      expect(write?.cloneImageId).toBe(now.clone?.id);
      for (const region of REGIONS)
        expect(Buffer.compare(memoryOf('0388', region), memoryOf('0417', region)), region).toBe(0);
    }
    const events = await db.query(
      'select check_job_events(id) as broken from job where number = 2031'
    );
    expect(events.rows[0]).toEqual({ broken: null });
  }, 120_000);
});

describe('a disk that is full', () => {
  it('the finished read waits in memory, says why, is offered, and is kept when there is room', async () => {
    await identify('0417', 'original');
    // the database answers as it does without room (SQLSTATE 53100, class 53 insufficient resources)
    await db.query(`create function no_room() returns trigger language plpgsql as $$
      begin raise exception 'could not extend file: No space left on device' using errcode = '53100'; end $$`);
    await db.query(
      `create trigger no_room before insert on kept_read for each row execute function no_room()`
    );
    const started = await startOperation(shop.root.deps, bench, {
      ...{ kind: 'read', role: 'original', regionId: 'data-flash' },
      ...JOB
    });
    if (!started.ok) throw new Error(started.problem.code);
    const id = started.value.operationId;
    const live = () => shop.root.deps.bench.running.get('window');
    const since = performance.now();
    await until(() => live()?.unstored !== undefined);
    expect(performance.now() - since).toBeLessThan(10_000);
    expect(live()?.unstored?.code).toBe('store.disk.full');
    const offered = offerUnstored(shop.root.deps, bench, id);
    // it leaves sealed, and only this shop opens it
    const opened = offered.ok && openFile(shop.root.deps.vault, offered.value.bytes);
    const own = memoryOf('0417', 'data-flash');
    expect(opened && opened.ok && Buffer.compare(opened.value, own)).toBe(0);
    expect(
      offered.ok &&
        Buffer.from(offered.value.bytes).includes(Buffer.from(own.subarray(0x400, 0x410)))
    ).toBe(false);
    expect(offerUnstored(shop.root.deps, await shop.person('desk'), id)).toMatchObject({
      problem: { code: 'gate.person.role' }
    });
    await db.query('drop trigger no_room on kept_read');
    await until(() => live() === undefined);
    const { rows } = await db.query<{ state: string; n: string }>(
      `select state, (select count(*) from kept_read k where k.operation_id = o.id) as n
       from operation o where id = $1`,
      [id]
    );
    expect(rows[0]).toEqual({ state: 'done', n: '1' });
    expect(offerUnstored(shop.root.deps, bench, id)).toMatchObject({
      problem: { code: 'operation.id.unknown' }
    });
  });
});
