// The line to the database is cut, slow, or loses an answer, at every statement of a read and of a write: whatever
// happens, the record says what happened to the unit, and in doubt the worse. `FAULT_STEP=1` tries every statement
// (the slow suite, more than 200 runs); otherwise every few.
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { StartOperation } from '../app/src/lib/schema/requests.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { buildClone } from '../app/src/lib/server/services/build/build-clone.ts';
import { startOperation } from '../app/src/lib/server/services/operation/start-operation.ts';
import { uploadRead } from '../app/src/lib/server/services/reads/upload-read.ts';
import { startDbProxy, type CutKind, type DbProxy } from './support/db-proxy.ts';
import { freshFile, makeShop, powerUp, runToEnd, until, type Shop } from './support/shop.ts';
import { smallFamilies } from './support/small-family.ts';

const STEP = Number(process.env['FAULT_STEP'] ?? 6);
const JOB = { jobNumber: 2031, stationId: 'window' } as const;
const REGIONS = ['data-flash', 'program-flash'] as const;
/** How the line fails, and for how long. Units: ms. */
const CUTS: readonly (readonly [CutKind, number])[] = [
  ['before', 250],
  ['answer', 250],
  ['slow', 400],
  ...(STEP === 1 ? [['before', 1500] as const] : [])
];

interface OperationRow {
  id: string;
  state: string;
  meaning: string | null;
  may_have_changed_at: Date | null;
}

describe('the line to the database is cut at every step', () => {
  const families = smallFamilies();
  let shop: Shop;
  let proxy: DbProxy;
  let bench: Person;
  let db: pg.Client;
  const clone = new Map<string, Uint8Array>();

  beforeAll(async () => {
    shop = await makeShop({
      profilesDir: families.dir,
      line: async (url) => (proxy = await startDbProxy(url)).url
    });
    bench = await shop.person('bench');
    db = new pg.Client({ connectionString: shop.databaseUrl });
    await db.connect();
    for (const [role, tag] of [
      ['original', '0417'],
      ['donor', '0388']
    ] as const) {
      await identify(tag, role);
      for (const regionId of REGIONS) {
        const bytes = memoryOf(tag, regionId).slice();
        if (role === 'original') clone.set(regionId, bytes);
        for (let i = 0; i < 2; i++)
          await uploadRead(shop.root.deps, bench, {
            ...{ jobNumber: 2031, role, regionId, bytes },
            ...freshFile()
          });
      }
    }
    expect((await buildClone(shop.root.deps, bench, 2031)).ok).toBe(true);
  });
  afterAll(async () => {
    await db.end();
    await shop.close();
    proxy.close();
    families.remove();
  });

  const memoryOf = (tag: string, region: string) =>
    shop.world.units.get(tag)?.memory.get(region) as Uint8Array;
  async function identify(tag: string, role: 'original' | 'donor') {
    await until(async () => {
      await powerUp(shop, 'window', tag);
      const asked = await runToEnd(shop, bench, { kind: 'identify', role, ...JOB }).catch(
        () => undefined
      );
      return asked?.operation?.state === 'done';
    });
  }
  const operations = async () =>
    (
      await db.query<OperationRow>(
        `select id, state, meaning, may_have_changed_at from operation order by queued_at, id`
      )
    ).rows;
  const settled = async () =>
    (await operations()).every(
      (o) => !['queued', 'preparing', 'running', 'verifying'].includes(o.state)
    ) && shop.root.deps.bench.running.size === 0;

  /** Runs one operation with a cut at its n-th statement; gives the row that it has left, if it has left one. */
  async function cutAt(
    n: number,
    [kind, awayMs]: readonly [CutKind, number],
    request: StartOperation
  ) {
    const before = new Set((await operations()).map((o) => o.id));
    proxy.arm({ at: n, kind, awayMs });
    const started = await startOperation(shop.root.deps, bench, request).catch(
      (error: unknown) => ({ ok: false as const, problem: { code: String(error), params: {} } })
    );
    await until(settled, 40_000);
    const row = (await operations()).find((o) => !before.has(o.id));
    return { started, row, fired: proxy.fired, statement: proxy.passed[n - 1] ?? '' };
  }
  const eventsOf = async (id: string) => {
    const { rows } = await db.query<{ kind: string }>(
      `select e.kind from job_event e join operation o on o.job_id = e.job_id
       where o.id = $1 and e.at >= o.queued_at and e.kind ~ '^(read|write)\\.(done|failed|stopped|interrupted|kept)$'
       order by e.seq`,
      [id]
    );
    return rows.map((r) => r.kind);
  };
  const keptBy = async (id: string) =>
    Number(
      (
        await db.query<{ n: string }>(
          'select count(*) as n from kept_read where operation_id = $1',
          [id]
        )
      ).rows[0]?.n
    );
  const whole = async () =>
    (
      await db.query<{ broken: number | null }>(
        'select check_job_events(id) as broken from job where number = 2031'
      )
    ).rows[0];

  /** Statements of an operation when nothing is cut. */
  async function count(request: StartOperation): Promise<number> {
    const { fired } = await cutAt(1_000_000, ['before', 0], request);
    expect(fired).toBe(false);
    return proxy.passed.length;
  }

  it('a line that is cut is given back: the pool does not run dry', async () => {
    const { $client } = shop.root.deps.db;
    for (let i = 0; i < 15; i++) {
      proxy.arm({ at: 1, kind: 'before', awayMs: 0 });
      await shop.root.deps.db.transaction(() => Promise.resolve(1)).catch(() => undefined);
    }
    proxy.arm({ at: 1_000_000, kind: 'before', awayMs: 0 });
    expect(await shop.root.deps.db.transaction(() => Promise.resolve(1))).toBe(1);
    await until(() => $client.totalCount === $client.idleCount);
  });

  it('a read: a finished one is kept once, whatever happens; nothing is said that did not happen', async () => {
    const request: StartOperation = {
      ...{ kind: 'read', role: 'original', regionId: 'data-flash' },
      ...JOB
    };
    await identify('0417', 'original');
    const steps = await count(request);
    expect(steps).toBeGreaterThan(20);
    let runs = 0;
    for (let n = 1; n <= steps + 3; n += STEP) {
      for (const [kind, awayMs] of CUTS) {
        await identify('0417', 'original');
        const { started, row, statement } = await cutAt(n, [kind, awayMs], request);
        const where = `${kind} at ${n} of ${steps}: ${statement}`;
        runs++;
        if (!row) {
          expect(started.ok, where).toBe(false);
          continue;
        }
        // what was begun is finished and kept; what was never begun says so
        const kept = await keptBy(row.id);
        const events = await eventsOf(row.id);
        if (started.ok) expect(row.state, where).toBe('done');
        if (row.state === 'done') {
          expect([kept, events], where).toEqual([1, ['read.kept', 'read.done']]);
        } else {
          expect(row.state, where).toBe('interrupted');
          expect([kept, events], where).toEqual([0, ['read.interrupted']]);
        }
        expect(row.meaning, where).toBe('meaning.unit.untouched');
        expect(await whole(), where).toEqual({ broken: null });
      }
    }
    expect(runs).toBeGreaterThanOrEqual(STEP === 1 ? 100 : 12);
  }, 900_000);

  // three tries of a silent unit take their time: only the slow suite does it
  it.runIf(STEP === 1)(
    'a unit that stays silent: what was measured around it is kept once with the end, or not at all',
    async () => {
      const request: StartOperation = { kind: 'identify', role: 'original', ...JOB };
      await identify('0417', 'original');
      const device = shop.world.stations.find((s) => s.spec.id === 'window');
      if (!device) throw new Error('no station');
      device.benchFaults = ['can-swapped'];
      const steps = await count(request);
      let kept = 0;
      for (let n = 1; n <= steps + 2; n += 2) {
        for (const cut of CUTS.slice(0, 2)) {
          // the line of the run before may still be away
          await until(() =>
            shop.root.deps.db.transaction(() => Promise.resolve(true)).catch(() => false)
          );
          const { started, row, statement } = await cutAt(n, cut, request);
          const where = `${cut[0]} at ${n} of ${steps}: ${statement}`;
          if (!row) {
            expect(started.ok, where).toBe(false);
            continue;
          }
          const { rows } = await db.query<{ n: number }>(
            'select count(*)::int as n from bench_evidence where operation_id = $1',
            [row.id]
          );
          expect(rows[0]?.n, where).toBe(row.state === 'failed' ? 1 : 0);
          if (row.state === 'failed') kept++;
          expect(['failed', 'interrupted'], where).toContain(row.state);
          expect(await whole(), where).toEqual({ broken: null });
        }
      }
      device.benchFaults = [];
      expect(kept).toBeGreaterThan(5);
    },
    900_000
  );

  it('a write: "untouched" only when nothing was sent, "verified" only when all of it is there', async () => {
    const request: StartOperation = { kind: 'write', confirmation: '388', ...JOB };
    await identify('0388', 'donor');
    const steps = await count(request);
    let runs = 0;
    let verified = 0;
    for (let n = 1; n <= steps + 3; n += STEP) {
      for (const [kind, awayMs] of CUTS) {
        await identify('0388', 'donor');
        const before = new Map<string, Uint8Array>();
        for (const region of REGIONS) {
          const memory = memoryOf('0388', region);
          // something that only a write can put right
          memory.fill(n & 0xff, 0x400, 0x440);
          before.set(region, memory.slice());
        }
        const { started, row, statement } = await cutAt(n, [kind, awayMs], request);
        const where = `${kind} at ${n} of ${steps}: ${statement}`;
        runs++;
        const equal = (of: Map<string, Uint8Array>) =>
          REGIONS.every((r) => Buffer.compare(memoryOf('0388', r), of.get(r) as Uint8Array) === 0);
        if (!row) {
          expect(started.ok, where).toBe(false);
          expect(equal(before), where).toBe(true);
          continue;
        }
        if (row.meaning === 'meaning.unit.untouched') {
          expect(equal(before), where).toBe(true);
          expect(row.may_have_changed_at, where).toBeNull();
        }
        if (!equal(before)) expect(row.may_have_changed_at, where).not.toBeNull();
        const proven = row.state === 'done' || row.meaning === 'meaning.write.verified';
        if (proven) {
          verified++;
          expect([row.state, row.meaning], where).toEqual(['done', 'meaning.write.verified']);
          expect(equal(clone), where).toBe(true);
        }
        expect(await eventsOf(row.id), where).toEqual([`write.${row.state}`]);
        expect(await whole(), where).toEqual({ broken: null });
      }
    }
    expect(runs).toBeGreaterThanOrEqual(STEP === 1 ? 100 : 12);
    // a database that is away for a moment does not keep a unit from being finished
    expect(verified).toBeGreaterThan(runs / 4);
  }, 900_000);
});
