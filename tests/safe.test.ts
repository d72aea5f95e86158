// Security data: found in trusted reads, sealed, shown for a reason, compared and handed over; nowhere in clear.
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { KEPT_SECRET } from '@badger/core/field/read-fields';
import { listEvents } from '../app/src/lib/server/repositories/events.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { insertSecret } from '../app/src/lib/server/repositories/safe.ts';
import { recordAuthority } from '../app/src/lib/server/services/job/jobs.ts';
import { describeJob } from '../app/src/lib/server/services/job/describe-job.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { acceptReads } from '../app/src/lib/server/services/reads/accept-reads.ts';
import { takeOutRead } from '../app/src/lib/server/services/reads/take-out-read.ts';
import { uploadRead } from '../app/src/lib/server/services/reads/upload-read.ts';
import { describeSafe } from '../app/src/lib/server/services/safe/describe-safe.ts';
import {
  enterCode,
  handOverSecrets,
  lookAtSecret
} from '../app/src/lib/server/services/safe/use-safe.ts';
import { freshFile, makeShop, powerUp, runToEnd, type Shop } from './support/shop.ts';

const JOB = 2031;
const REGION = 'data-flash';
const WHY = 'Keys are cut today.';
let shop: Shop;
let bench: Person;
let desk: Person;
let trainee: Person;
let db: pg.Client;
let secret: Uint8Array;

const truth = (tag: string) => shop.world.units.get(tag)?.memory.get(REGION) as Uint8Array;
const drop = (bytes: Uint8Array, role: 'original' | 'donor' = 'original') =>
  uploadRead(shop.root.deps, bench, {
    ...{ jobNumber: JOB, role, regionId: REGION, bytes },
    ...freshFile()
  });
const safe = async (person = bench) => {
  const told = await describeSafe(shop.root.deps, person, JOB);
  if (!told.ok) throw new Error(told.problem.code);
  return told.value;
};
const line = async (name: string, state = 'kept') =>
  (await safe()).lines.find((l) => l.name === name && l.state === state);
const look = (id: string, person = bench) =>
  lookAtSecret(shop.root.deps, person, { jobNumber: JOB, id, reason: WHY });
const codeOf = (r: { ok: true } | { ok: false; problem: { code: string } }) =>
  r.ok ? 'ok' : r.problem.code;
const events = async (kind: string) => {
  const view = await loadJobView(shop.root.deps, JOB);
  return (await listEvents(shop.root.deps.db, view?.job.id ?? '')).filter((e) => e.kind === kind);
};
const receiver = { receiver: 'K. Heron', capacity: 'locksmith', proof: 'licence 4711, seen' };
const SIGNED = [[[10, 10] as [number, number], [300, 500] as [number, number]]];

beforeAll(async () => {
  shop = await makeShop();
  [bench, desk, trainee] = [
    await shop.person('bench'),
    await shop.person('desk'),
    await shop.person('trainee')
  ];
  db = new pg.Client({ connectionString: shop.databaseUrl });
  await db.connect();
  secret = truth('0417').slice(0x400, 0x410);
});
afterAll(async () => {
  await db.end();
  await shop.close();
});

describe('what the safe keeps', () => {
  it('is nothing before reads are trusted, and nothing of one read', async () => {
    const lines = (await safe()).lines.filter((l) => l.role === 'original');
    expect(lines).toMatchObject([{ name: 'Immobiliser secret', state: 'unread', id: undefined }]);
    await drop(truth('0417'));
    expect(await line('Immobiliser secret', 'unread')).toBeDefined();
    expect((await db.query('select 1 from kept_secret')).rowCount).toBe(0);
  });

  it('is there by itself as soon as two agree, once, with an event that tells no value', async () => {
    await drop(truth('0417'));
    expect((await db.query('select 1 from kept_secret')).rowCount).toBe(1);
    const kept = await line('Immobiliser secret');
    expect(kept).toMatchObject({ unitTag: '0417', role: 'original', kind: 'found' });
    await Promise.all([safe(), safe(), safe()]);
    expect((await db.query('select 1 from kept_secret')).rowCount).toBe(1);
    expect((await events('secret.kept')).map((e) => e.data)).toEqual([
      { unit: '0417', role: 'original', what: 'Immobiliser secret', value: 'kept in the safe' }
    ]);
  });

  it('a third read that differs takes nothing out of it and says that it is not the last word', async () => {
    const other = truth('0417').slice();
    other[0x400] = (other[0x400] ?? 0) ^ 1;
    await drop(other);
    const lines = (await safe()).lines;
    expect(lines.filter((l) => l.id !== undefined)).toHaveLength(1);
    expect((await db.query('select 1 from kept_secret')).rowCount).toBe(1);
  });
});

describe('a look', () => {
  it('needs the role, the authority, and something of this job', async () => {
    const { id = '' } = (await line('Immobiliser secret')) ?? {};
    expect(codeOf(await look(id, desk))).toBe('gate.person.role');
    expect(codeOf(await look(id, trainee))).toBe('gate.person.role');
    const none = '00000000-0000-4000-8000-000000000000';
    expect(codeOf(await look(none))).toBe('safe.secret.unknown');
    const elsewhere = { jobNumber: 2034, id, reason: WHY };
    expect(codeOf(await lookAtSecret(shop.root.deps, bench, elsewhere))).not.toBe('ok');
    expect((await db.query('select 1 from secret_look')).rowCount).toBe(0);
    expect(await events('secret.seen')).toEqual([]);
  });

  it('shows the value, and stands in the record with its reason', async () => {
    const { id = '' } = (await line('Immobiliser secret')) ?? {};
    const shown = await look(id);
    const spaced = Buffer.from(secret)
      .toString('hex')
      .toUpperCase()
      .replace(/(..)(?=.)/g, '$1 ');
    expect(shown).toMatchObject({ ok: true, value: { value: spaced } });
    expect((await safe()).looks).toMatchObject([{ reason: WHY, personName: bench.name }]);
    expect((await events('secret.seen'))[0]?.data).toMatchObject({ reason: WHY });
    for (const sql of [
      "update secret_look set reason = 'x'",
      'delete from secret_look',
      'delete from kept_secret'
    ])
      await expect(db.query(sql), sql).rejects.toThrow('append only');
  });

  it('shows nothing of what was changed from behind', async () => {
    const { id = '' } = (await line('Immobiliser secret')) ?? {};
    await db.query('alter table kept_secret disable trigger kept_secret_kept');
    await db.query(
      'update kept_secret set sealed = set_byte(sealed, 15, 255 - get_byte(sealed, 15))'
    );
    expect(codeOf(await look(id))).toBe('vault.content.shut');
    await db.query(
      'update kept_secret set sealed = set_byte(sealed, 15, 255 - get_byte(sealed, 15))'
    );
    // nor does it open under another name, or as that of another job
    for (const [there, back] of [
      ["name = 'Radio code'", "name = 'Immobiliser secret'"],
      [`secret_id = 'radio-code'`, `secret_id = 'immobiliser-secret'`]
    ]) {
      await db.query(`update kept_secret set ${there}`);
      expect(codeOf(await look(id)), there).toBe('vault.content.shut');
      await db.query(`update kept_secret set ${back}`);
    }
    await db.query('alter table kept_secret enable trigger kept_secret_kept');
    expect(codeOf(await look(id))).toBe('ok');
    expect((await db.query('select 1 from secret_look')).rowCount).toBe(2);
  });
});

describe('a bought code, and handing over', () => {
  const enter = (value: string, again = value, person = desk) =>
    enterCode(shop.root.deps, person, {
      ...{ jobNumber: JOB, name: 'Key code', value, again },
      source: 'Maker’s desk, invoice 88-1204'
    });

  it('a code is typed twice, kept sealed, and can be the very secret of a unit', async () => {
    expect(codeOf(await enter('4711-0815', '4711-0816'))).toBe('safe.code.differs');
    expect(codeOf(await enter('4711-0815', '4711-0815', trainee))).toBe('gate.person.role');
    expect(codeOf(await enter('4711-0815'))).toBe('ok');
    expect(codeOf(await enter(Buffer.from(secret).toString('hex')))).toBe('ok');
    const { groups } = await safe();
    const equal = groups.find((g) => g.name === 'Immobiliser secret');
    expect(equal?.sets).toEqual([['original 0417', 'entered by hand']]);
  });

  it('what a version before this one sealed opens still', async () => {
    const { deps } = shop.root;
    const job = await loadJobView(deps, JOB);
    const id = '11111111-1111-4111-8111-111111111111';
    await insertSecret(deps.db, {
      ...{ id, jobId: job?.job.id ?? '', kind: 'entered', secretId: '', name: 'Old code' },
      ...{ source: 'An earlier version', mark: 'old', personId: desk.id },
      // its number alone was bound to it
      ...deps.vault.seal(Buffer.from('1234-5678', 'utf8'), `secret ${id}`)
    });
    expect(await look(id)).toMatchObject({ ok: true, value: { value: '1234-5678' } });
  });

  it('goes to a person by name, with a receipt, and closes a job of that kind', async () => {
    const ids = (await safe()).lines.flatMap((l) => l.id ?? []);
    const give = (person: Person, wanted = ids) =>
      handOverSecrets(shop.root.deps, person, {
        ...{ jobNumber: JOB, ids: wanted, signature: SIGNED },
        ...receiver
      });
    expect(codeOf(await give(desk))).toBe('gate.person.role');
    expect(codeOf(await give(bench, [...ids, '00000000-0000-4000-8000-000000000000']))).toBe(
      'safe.secret.unknown'
    );
    expect((await db.query('select 1 from secret_handover')).rowCount).toBe(0);
    const [first, second] = await Promise.all([give(bench), give(bench, ids.slice(0, 1))]);
    expect([first, second].map((r) => (r.ok ? r.value.number : 0)).sort()).toEqual([1, 2]);
    expect(first.ok && first.value.values.map((v) => v.value)).toContain('4711-0815');
    const [receipt] = (await safe()).handovers;
    expect(receipt).toMatchObject({ receiver: 'K. Heron', names: expect.any(Array) as string[] });
    // who ordered it and the signature are on the paper, not in the list
    expect(Object.keys(receipt ?? {})).not.toContain('signature');
    const { rows } = await db.query<{ authority: string }>('select authority from secret_handover');
    expect(rows.every((r) => r.authority !== '')).toBe(true);
    expect((await events('secret.handed-over')).map((e) => e.data)).toMatchObject([
      { receipt: `${JOB}-1` },
      { receipt: `${JOB}-2` }
    ]);
  });
});

describe('what its reads say no more', () => {
  it('stays in the safe as doubted, and is not handed over; a look stays open', async () => {
    const lead = await shop.person('lead');
    const region = (await loadJobView(shop.root.deps, JOB))?.regions.original.find(
      (r) => r.region.id === REGION
    );
    const other = region?.reads.find((r) => r.number === 3);
    const accepted = await acceptReads(shop.root.deps, lead, {
      ...{ jobNumber: JOB, role: 'original', regionId: REGION, readId: other?.id ?? '' },
      reason: 'Taken to be looked at.'
    });
    expect(accepted.ok).toBe(true);
    const { id = '' } = (await line('Immobiliser secret', 'doubted')) ?? {};
    expect(id).not.toBe('');
    const given = await handOverSecrets(shop.root.deps, bench, {
      ...{ jobNumber: JOB, ids: [id], signature: SIGNED },
      ...receiver
    });
    expect(codeOf(given)).toBe('safe.secret.doubted');
    expect((await db.query('select 1 from secret_handover')).rowCount).toBe(2);
    expect(codeOf(await look(id))).toBe('ok');
  });

  it('an image taken out whole is a look at all of it, and stands among the looks', async () => {
    const view = await loadJobView(shop.root.deps, JOB);
    const read = view?.regions.original.find((r) => r.region.id === REGION)?.reads[0];
    const reason = 'For the maker’s desk.';
    const taken = await takeOutRead(shop.root.deps, bench, { readId: read?.id ?? '', reason });
    expect(taken.ok).toBe(true);
    expect((await safe()).looks[0]).toMatchObject({ reason, name: `all of ${read?.name}` });
  });
});

describe('nowhere in clear', () => {
  it('after reads on the bench too: no table, no trace, no page holds the secret', async () => {
    await powerUp(shop, 'window', '0417');
    const at = { jobNumber: JOB, stationId: 'window', role: 'original' } as const;
    await runToEnd(shop, bench, { kind: 'identify', ...at });
    const { operation } = await runToEnd(shop, bench, { kind: 'read', regionId: REGION, ...at });
    expect(operation?.state).toBe('done');
    const hex = Buffer.from(secret).toString('hex');
    const forms = [hex, hex.toUpperCase(), hex.toUpperCase().replace(/(..)(?=.)/g, '$1 ')];
    // eight bytes of it in a row are as good as all of it: frames carry no more
    const pieces = [hex.slice(0, 14), hex.slice(14, 28)];
    const tables = await db.query<{ name: string }>(
      "select table_name as name from information_schema.tables where table_schema = 'public'"
    );
    for (const { name } of tables.rows) {
      const { rows } = await db.query<{ t: string }>(
        `select to_jsonb(t)::text as t from "${name}" t`
      );
      for (const { t } of rows)
        for (const form of [...forms, ...pieces, '4711-0815'])
          expect(t.toLowerCase().includes(form.toLowerCase()), `${name} holds ${form}`).toBe(false);
    }
    const view = await loadJobView(shop.root.deps, JOB);
    if (!view) throw new Error('no job');
    const pages = JSON.stringify([describeJob(shop.root.deps, view, 'lead'), await safe()]);
    for (const form of forms) expect(pages.includes(form)).toBe(false);
    expect(pages).not.toContain(KEPT_SECRET.repeat(2));
    // the trace holds the messages with their lengths, and no content
    const { rows } = await db.query<{ lines: string; candump: string }>(
      'select lines::text, candump from trace where operation_id = $1',
      [operation?.id]
    );
    expect(rows[0]?.lines).toContain('content left out');
    expect(rows[0]?.candump.split('\n').length).toBeGreaterThan(9000);
  });
});

it('of a closed job no image leaves with its security data', async () => {
  const { rows } = await db.query<{ id: string }>(
    `select k.id from kept_read k join job j on j.id = k.job_id where j.closed_at is not null limit 1`
  );
  const view = await loadJobView(shop.root.deps, JOB);
  const own = view?.regions.original.find((r) => r.region.id === REGION)?.reads[0]?.id ?? '';
  await db.query('update job set closed_at = now() where number = $1', [JOB]);
  const asked = { readId: rows[0]?.id ?? own, reason: WHY };
  expect(codeOf(await takeOutRead(shop.root.deps, bench, asked))).toBe('gate.job.closed');
  await db.query('update job set closed_at = null where number = $1', [JOB]);
});

it('without a signature on the order nothing is shown, entered or given', async () => {
  const order = { jobNumber: JOB, orderedBy: 'Somebody else', proofKind: 'none', proofNumber: '' };
  await recordAuthority(shop.root.deps, desk, { ...order, signature: [] } as never);
  const { id = '' } = (await line('Immobiliser secret')) ?? {};
  expect(codeOf(await look(id))).toBe('gate.authority.missing');
  expect((await safe()).authorityGap).toBeDefined();
});
