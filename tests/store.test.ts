import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createHash } from 'node:crypto';
import pg from 'pg';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { findBrokenEvent, listEvents } from '../app/src/lib/server/repositories/events.ts';
import { loadImage, saveImage } from '../app/src/lib/server/repositories/images.ts';
import { findJob } from '../app/src/lib/server/repositories/jobs.ts';
import { findJobUnits } from '../app/src/lib/server/repositories/job-units.ts';
import {
  insertOperation,
  insertSamples,
  listSamples,
  updateOperation
} from '../app/src/lib/server/repositories/operations.ts';
import { recordProof } from '../app/src/lib/server/services/prove/prove.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { compareImages } from '@badger/core/image/compare';
import { compareKept } from '../app/src/lib/server/services/reads/compare-reads.ts';
import { uploadRead } from '../app/src/lib/server/services/reads/upload-read.ts';
import { signIn, whoIs } from '../app/src/lib/server/services/shop/people.ts';
import { makeShop, type Shop } from './support/shop.ts';

describe('what is kept is kept', () => {
  let shop: Shop;
  let bench: Person;
  let client: pg.Client;

  beforeAll(async () => {
    shop = await makeShop();
    bench = await shop.person('bench');
    client = new pg.Client({ connectionString: shop.databaseUrl });
    await client.connect();
  });
  afterAll(async () => {
    await client.end();
    await shop.close();
  });
  const job = async () => {
    const row = await findJob(shop.root.deps.db, 2034);
    if (!row) throw new Error('no job');
    return row;
  };
  const drop = (bytes: Uint8Array, regionId = 'data-flash') =>
    uploadRead(shop.root.deps, bench, {
      jobNumber: 2034,
      role: 'original',
      regionId,
      fileName: 'a.bin',
      bytes
    });

  it('stores content once under its SHA-256 and proves it on the way out', async () => {
    const { deps } = shop.root;
    const bytes = new Uint8Array(2_500_000).map((_, i) => (i * 31) & 0xff);
    const first = await saveImage(deps, { bytes });
    expect(first.sha256).toBe(createHash('sha256').update(bytes).digest('hex'));
    expect(await saveImage(deps, { bytes })).toEqual(first);
    const loaded = await loadImage(deps, first.sha256);
    expect(loaded.ok && Buffer.compare(loaded.value, bytes)).toBe(0);
    expect(await loadImage(deps, 'f'.repeat(64))).toMatchObject({
      problem: { code: 'image.content.missing' }
    });
  });

  it('refuses damaged content', async () => {
    const { deps } = shop.root;
    const { sha256, id } = await saveImage(deps, { bytes: Uint8Array.of(1, 2, 3, 4) });
    await client.query('alter table image_chunk disable trigger image_chunk_kept');
    await client.query("update image_chunk set bytes = '\\x01020305' where image_id = $1", [id]);
    await client.query('alter table image_chunk enable trigger image_chunk_kept');
    expect(await loadImage(deps, sha256)).toMatchObject({
      problem: { code: 'image.content.damaged' }
    });
  });

  it('compares a read with the others when it is kept, both ways round, and old ones when somebody asks', async () => {
    const contents = [1, 2, 3].map((n) =>
      new Uint8Array(65536).map((_, i) =>
        i === 100 * n ? 0xf0 | n : (i * 7 + (i >> 8) * 13) & 0xff
      )
    );
    const kept = [];
    for (const bytes of contents) kept.push(await drop(bytes));
    const shas = kept.map((k) => (k.ok ? k.value.sha256 : ''));
    const rows = async () =>
      (await client.query<{ n: string }>('select count(*) as n from image_comparison')).rows[0]?.n;
    expect(Number(await rows())).toBe(3);
    const want = (a: number, b: number) =>
      compareImages(contents[a] as Uint8Array, contents[b] as Uint8Array);
    for (const [a, b] of [
      [0, 1],
      [1, 0],
      [0, 2],
      [2, 1]
    ] as const)
      expect(await compareKept(shop.root.deps, shas[a] as string, shas[b] as string)).toEqual(
        want(a, b)
      );
    // reads of a database that knew no comparisons: found when the page asks, and kept
    await client.query('delete from image_comparison');
    const region = (await loadJobView(shop.root.deps, 2034))?.regions.original.find(
      (r) => r.region.id === 'data-flash'
    );
    expect(region?.verdict.state).toBe('disputed');
    expect(region?.differences.map((d) => d.comparison)).toEqual([want(0, 1), want(0, 2)]);
    expect(Number(await rows())).toBe(2);
  });

  it('lets nobody change or delete images, reads, plans or events', async () => {
    await drop(new Uint8Array(65536).map((_, i) => i & 0x7f));
    for (const table of ['image', 'image_chunk', 'kept_read', 'job_event']) {
      await expect(client.query(`delete from ${table}`), table).rejects.toThrow(/append only/);
      await expect(client.query(`truncate ${table} cascade`), table).rejects.toThrow();
    }
    await expect(client.query("update kept_read set name = 'x'")).rejects.toThrow(/append only/);
    await expect(client.query("update job_event set kind = 'x'")).rejects.toThrow(/append only/);
    await expect(client.query('update image set length_bytes = 1')).rejects.toThrow(/append only/);
  });

  it('chains events by hash; a change from behind is found, and where', async () => {
    const { db } = shop.root.deps;
    for (let i = 0; i < 4; i++) {
      await recordProof(shop.root.deps, bench, {
        jobNumber: 2034,
        outcome: 'cause',
        reason: `test ${i}`
      });
    }
    const { id } = await job();
    const events = await listEvents(db, id);
    expect(events.map((e) => e.seq)).toEqual(events.map((_, i) => i + 1));
    events.forEach((e, i) => expect(e.prevHash).toBe(events[i - 1]?.hash ?? '0'.repeat(64)));
    expect(await findBrokenEvent(db, id)).toBeUndefined();
    await client.query('alter table job_event disable trigger job_event_kept');
    await client.query(
      'update job_event set data = \'{"reason":"other"}\' where job_id = $1 and seq = 3',
      [id]
    );
    expect(await findBrokenEvent(db, id)).toBe(3);
    await client.query('delete from job_event where job_id = $1 and seq = 2', [id]);
    expect(await findBrokenEvent(db, id)).toBe(2);
    await client.query('alter table job_event enable trigger job_event_kept');
  });

  it('gives numbers to events that come at the same time, without a gap', async () => {
    await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        recordProof(shop.root.deps, bench, {
          jobNumber: 2030,
          outcome: 'open',
          reason: `at once ${i}`
        })
      )
    );
    const row = await findJob(shop.root.deps.db, 2030);
    const events = await listEvents(shop.root.deps.db, row?.id ?? '');
    expect(events.map((e) => e.seq)).toEqual(events.map((_, i) => i + 1));
    expect(await findBrokenEvent(shop.root.deps.db, row?.id ?? '')).toBeUndefined();
  });

  it('stores the samples of an hour: more than one statement can hold', async () => {
    const { db } = shop.root.deps;
    // an owner that lives, however long this takes: recovery leaves its operations alone
    const owner = 4711;
    await client.query('select pg_advisory_lock(727002, $1)', [owner]);
    const units = await findJobUnits(db, (await job()).id);
    const operationId = await insertOperation(db, {
      jobId: (await job()).id,
      stationId: 'corner',
      unitId: units.original?.id ?? '',
      role: 'original',
      kind: 'read',
      state: 'queued',
      owner,
      personId: bench.id
    });
    if (!operationId) throw new Error('no operation');
    const rows = Array.from({ length: 18_000 }, (_, i) => ({
      atMs: i * 200,
      mv: 13_500,
      ma: 900,
      doneBytes: i
    }));
    await insertSamples(db, operationId, rows.slice(0, 5000));
    await insertSamples(db, operationId, rows);
    expect(await listSamples(db, operationId)).toEqual(rows);
    expect(await updateOperation(db, operationId, { state: 'stopped' })).toBe(true);
    // a closed operation is not opened again
    expect(await updateOperation(db, operationId, { state: 'running' })).toBe(false);
  });

  it('keeps reads of a file with the name it came with', async () => {
    const view = await loadJobView(shop.root.deps, 2034);
    const read = view?.regions.original[0]?.reads[0];
    expect(read).toMatchObject({
      source: 'file',
      sourceName: 'a.bin',
      personName: 'Tove Rusk',
      number: 1
    });
    expect(read?.name).toMatch(/^1084512_original_HV-EC4_data-flash_read1_\d{4}-\d\d-\d\d\.bin$/);
  });

  it('signs in with the right password only, keeps digests, and holds a name after eight failures', async () => {
    const attempt = (password: string, name = 'lead') =>
      signIn(shop.root.deps, { name, password, address: 'test' });
    const good = await attempt('saltmarsh-lead');
    if (!good.ok) throw new Error(good.problem.code);
    expect(await whoIs(shop.root.deps, good.value.token)).toMatchObject({
      name: 'Ansel Brack',
      role: 'lead'
    });
    const { rows } = await client.query<{ id: string }>('select id from session');
    expect(rows.every((r) => r.id !== good.value.token && /^[0-9a-f]{64}$/.test(r.id))).toBe(true);
    const hashes = await client.query<{ h: string }>('select password_hash as h from person');
    expect(hashes.rows.every((r) => r.h.startsWith('$argon2id$'))).toBe(true);
    expect(await attempt('x', 'stranger')).toMatchObject({
      problem: { code: 'access.sign-in.wrong' }
    });
    for (let i = 0; i < 8; i++) await attempt('wrong');
    expect(await attempt('saltmarsh-lead')).toMatchObject({
      problem: { code: 'access.sign-in.locked' }
    });
    expect(await whoIs(shop.root.deps, 'no-such-token')).toBeUndefined();
  });
});
