// A unit that came by post: the fitting sheet behind a link, what is told by it, and everybody who should not get further.
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { findBrokenEvent } from '../app/src/lib/server/repositories/events.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { takeIn } from '../app/src/lib/server/services/job/intake.ts';
import { finishJob } from '../app/src/lib/server/services/job/jobs.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import {
  answerPost,
  describePost,
  makePostLink,
  seeFitting
} from '../app/src/lib/server/services/post/post-link.ts';
import { makeShop, type Shop } from './support/shop.ts';

let shop: Shop;
let bench: Person;
let lead: Person;
let db: pg.Client;
let job: number;

const open = async (how: 'post' | 'vehicle', key: string) => {
  const made = await takeIn(shop.root.deps, bench, {
    ...{ customer: 'K. Heron, Quay 4', vehicle: 'Halvard van 7', vin: 'U8HVC3F2901084512' },
    ...{ family: 'HV-EC4', complaint: 'Stalls', shows: 'warm', showsMinutes: 10 },
    ...{ reason: 'failed-module', authorisedBy: 'Owner', promisedAt: null, intakeKey: key },
    arrival: { how, parcelNumber: 'P 1', condition: '' },
    ...{ units: [], another: true }
  });
  if (!made.ok) throw new Error(made.problem.code);
  return made.value.number;
};
const view = async (number = job) => {
  const found = await loadJobView(shop.root.deps, number);
  if (!found) throw new Error('no job');
  return found;
};
const linkOf = async () => {
  const [, , id = '', mac = ''] =
    (await describePost(shop.root.deps, await view()))?.link?.path.split('/') ?? [];
  return { id, mac };
};
const codeOf = (r: { ok: true } | { ok: false; problem: { code: string } }) =>
  r.ok ? 'ok' : r.problem.code;
const answer = async (change: object = {}) =>
  codeOf(
    await answerPost(shop.root.deps, {
      ...(await linkOf()),
      ...{ outcome: 'runs', name: 'P. Tern', words: 'Starts at once' },
      ...change
    })
  );
const step = async () => (await view()).steps.find((s) => s.step.id === 'sender-told');

beforeAll(async () => {
  shop = await makeShop();
  [bench, lead] = [await shop.person('bench'), await shop.person('lead')];
  db = new pg.Client({ connectionString: shop.databaseUrl });
  await db.connect();
  job = await open('post', 'by-post');
});
afterAll(async () => {
  await db.end();
  await shop.close();
});

describe('the link', () => {
  it('is made for what came by post only, and shows only what whoever fits it needs', async () => {
    const other = await open('vehicle', 'by-road');
    expect(codeOf(await makePostLink(shop.root.deps, bench, { jobNumber: other, days: 14 }))).toBe(
      'post.job.other'
    );
    expect(codeOf(await makePostLink(shop.root.deps, bench, { jobNumber: job, days: 14 }))).toBe(
      'ok'
    );
    const seen = await seeFitting(shop.root.deps, await linkOf());
    if (!seen.ok) throw new Error(seen.problem.code);
    expect(seen.value.steps.map((s) => s.id)).toEqual(
      expect.arrayContaining(['battery-off', 'fitted', 'start', 'complaint', 'functions'])
    );
    expect(seen.value.steps.map((s) => s.id)).not.toContain('sender-told');
    const told = JSON.stringify(seen.value);
    // neither whose it is nor what the shop has found
    for (const word of ['Heron', 'Quay', 'Owner', 'P 1', 'authority', 'sha256'])
      expect(told).not.toContain(word);
  });
  it('opens by nothing but itself: guessed, cut, of another job, replaced', async () => {
    const { id, mac } = await linkOf();
    const other = await open('post', 'by-post-2');
    await makePostLink(shop.root.deps, bench, { jobNumber: other, days: 1 });
    const second = (await describePost(shop.root.deps, await view(other)))?.link?.path ?? '';
    const flipped = mac.replace(/^./, (c) => (c === 'a' ? 'b' : 'a'));
    for (const bad of [
      '',
      flipped,
      mac.slice(1),
      `${mac}0`,
      second.split('/')[3] ?? '',
      'ü'.repeat(20)
    ])
      expect(codeOf(await seeFitting(shop.root.deps, { id, mac: bad })), bad).toBe(
        'post.link.closed'
      );
    const { rows } = await db.query<{ t: string }>(
      'select to_jsonb(l)::text as t from post_link l'
    );
    for (const { t } of rows) expect(t).not.toContain(mac);
    await makePostLink(shop.root.deps, bench, { jobNumber: job, days: 14 });
    expect(codeOf(await seeFitting(shop.root.deps, { id, mac }))).toBe('post.link.closed');
    expect(await answer({ id, mac })).toBe('post.link.closed');
  });
});

describe('what is told by it', () => {
  it('stands as the word of whoever told it; not yet fitted says nothing of the step', async () => {
    expect(await answer({ outcome: 'later', words: '' })).toBe('ok');
    expect((await step())?.state).not.toBe('done');
    expect(await answer({ outcome: 'fails', words: 'Dies after two seconds' })).toBe('ok');
    expect((await step())?.state).toBe('wrong');
    expect((await view()).returnSteps.verdict).toBe('stop');
    expect(await answer()).toBe('ok');
    expect(await step()).toMatchObject({
      state: 'done',
      last: { personName: 'P. Tern (by the link)', note: 'Starts at once' }
    });
    expect(
      (await describePost(shop.root.deps, await view()))?.answers.map((a) => a.outcome)
    ).toEqual(['later', 'fails', 'runs']);
    const { rows } = await db.query(
      `select e.person_name, e.person_id from job_event e join job j on j.id = e.job_id where e.kind = 'post.runs' and j.number = $1`,
      [job]
    );
    expect(rows).toEqual([{ person_name: 'P. Tern (by the link)', person_id: null }]);
    expect(await findBrokenEvent(shop.root.deps.db, (await view()).job.id)).toBeUndefined();
  });
  it('is never changed, never endless, and ends with the job', async () => {
    for (const change of ['delete from post_answer', `update post_answer set words = 'x'`])
      await expect(db.query(change), change).rejects.toThrow(/append only/);
    const many = await Promise.all(Array.from({ length: 30 }, () => answer({ outcome: 'later' })));
    expect(many.filter((c) => c === 'ok').length).toBe(17);
    expect(new Set(many)).toEqual(new Set(['ok', 'post.link.full']));
    await makePostLink(shop.root.deps, bench, { jobNumber: job, days: 14 });
    const end = { jobNumber: job, result: 'ended' as const, reason: 'sent back as it was' };
    expect(codeOf(await finishJob(shop.root.deps, lead, end))).toBe('ok');
    expect(await answer()).toBe('gate.job.closed');
    expect(codeOf(await makePostLink(shop.root.deps, bench, { jobNumber: job, days: 14 }))).toBe(
      'gate.job.closed'
    );
  });
});
