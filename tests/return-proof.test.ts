// Proof on the way back: what a scan left, what was tried point by point; nothing of it is waved through.
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { NoteReturnStep } from '../app/src/lib/schema/requests.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { finishJob } from '../app/src/lib/server/services/job/jobs.ts';
import { loadJobView, type JobView } from '../app/src/lib/server/services/job/job-view.ts';
import { describeReturn } from '../app/src/lib/server/services/return/view-return.ts';
import { leaveOutSteps } from '../app/src/lib/server/services/return/leave-out.ts';
import { noteStep } from '../app/src/lib/server/services/return/note-step.ts';
import { leaveWayBackOut, plugIn, scanToEnd } from './support/shop.ts';
import { makeWayBack, openJob, say, stepOf, wayBackOf, type WayBack } from './support/way-back.ts';

const VAN_VIN = 'U8HVC3F2401084417';
const SIGNED: [number, number][][] = [
  [
    [10, 10],
    [500, 600]
  ]
];
let w: WayBack;
let job: number;
beforeAll(async () => {
  w = await makeWayBack();
  job = await openJob(w, { vin: VAN_VIN, family: 'HV-EC4', reason: 'failed-module' });
});
afterAll(() => w.close());

const tell = async (
  stepId: string,
  points: Partial<NoteReturnStep>,
  by: Person = w.bench
): Promise<string> => {
  const said = { jobNumber: job, stepId, state: 'seen', note: '', ...points } as const;
  const done = await noteStep(w.shop.root.deps, by, said);
  return done.ok ? 'ok' : done.problem.code;
};
const state = async (id: string) => (await stepOf(w, job, id))?.state;

describe('the complaint done again', () => {
  it('is gone only when it was tried for as long as it takes, and back when it shows', async () => {
    await w.db.query('update job set shows_minutes = 10 where number = $1', [job]);
    expect(await tell('complaint', {})).toBe('return.step.unshown');
    expect(await tell('complaint', { triedMinutes: 5, shown: false })).toBe('ok');
    expect(await state('complaint')).toBe('open');
    expect(await tell('complaint', { shown: false })).toBe('ok');
    expect(await state('complaint')).toBe('open');
    expect(await tell('complaint', { triedMinutes: 12, shown: false })).toBe('ok');
    expect(await state('complaint')).toBe('done');
    expect(await tell('complaint', { shown: true })).toBe('ok');
    expect(await state('complaint')).toBe('wrong');
    expect(await tell('complaint', { triedMinutes: 10, shown: false })).toBe('ok');
  });
  it('the sleeping vehicle is measured where the family asks, and nowhere else', async () => {
    expect(await tell('sleep', { currentMa: 20, triedMinutes: 30 })).toBe('return.step.unknown');
    const comfort = await openJob(w, {
      ...{ vin: 'U8MCA1B7709900512', family: 'MD-CM5', reason: 'failed-module' }
    });
    const at = (currentMa: number, triedMinutes: number) =>
      noteStep(w.shop.root.deps, w.bench, {
        ...{ jobNumber: comfort, stepId: 'sleep', state: 'seen', note: '' },
        ...{ currentMa, triedMinutes }
      });
    for (const [ma, minutes, stands] of [
      [20, 5, 'open'],
      [180, 30, 'wrong'],
      [35, 25, 'done']
    ] as const) {
      expect((await at(ma, minutes)).ok).toBe(true);
      expect((await stepOf(w, comfort, 'sleep'))?.state).toBe(stands);
    }
  });
});

describe('functions', () => {
  it('are told one by one, those of this kind of unit and no others', async () => {
    const { functions } = await wayBackOf(w, job);
    expect(await tell('functions', {})).toBe('return.step.unshown');
    expect(await tell('functions', { functions: {} })).toBe('return.step.unshown');
    expect(await tell('functions', { functions: { horn: 'works' } })).toBe('return.step.unshown');
    expect(await tell('functions', { functions: { idle: 'works' } })).toBe('ok');
    expect(await state('functions')).toBe('open');
    const all = Object.fromEntries(functions.map((id) => [id, 'works' as const]));
    expect(await tell('functions', { functions: { ...all, idle: 'fails' } })).toBe('ok');
    expect(await state('functions')).toBe('wrong');
    expect(await tell('functions', { functions: all })).toBe('ok');
    expect(await state('functions')).toBe('done');
    expect((await wayBackOf(w, job)).functionResults).toEqual(all);
    expect(await tell('functions', { state: 'again' })).toBe('ok');
    expect((await wayBackOf(w, job)).functionResults).toEqual({});
    expect(await tell('functions', { functions: all })).toBe('ok');
  });
  it('what was tried before the unit got another content is not there to be kept again', async () => {
    const { functions } = await wayBackOf(w, job);
    const all = Object.fromEntries(functions.map((id) => [id, 'works' as const]));
    expect((await wayBackOf(w, job)).functionResults).toEqual(all);
    const view = await loadJobView(w.shop.root.deps, job);
    if (!view) throw new Error('no job');
    const endedAt = new Date(w.shop.root.deps.clock.now().getTime() + 1_000);
    const written = { endedAt, mayHaveChangedAt: null } as JobView['standingWrite'];
    const told = describeReturn(w.shop.root.deps, { ...view, standingWrite: written });
    expect(told.functionResults).toEqual({});
  });
  it('old parts go to somebody', async () => {
    expect(await tell('old-parts', {})).toBe('return.step.unshown');
    expect(await tell('old-parts', { parts: 'kept', partsTo: ' x ' })).toBe('return.step.unshown');
    expect(await tell('old-parts', { parts: 'kept', partsTo: 'Shelf B 3' })).toBe('ok');
    expect(await state('old-parts')).toBe('done');
  });
});

describe('faults that are left', () => {
  const sign = (exceptions: string[], change: Partial<NoteReturnStep> = {}, by?: Person) =>
    tell(
      'faults',
      {
        ...{ exceptions, signedBy: 'R. Heron', signature: SIGNED },
        ...{ note: 'Customer wants it back', ...change }
      },
      by
    );

  it('nobody signs for what no scan has found', async () => {
    expect(await sign(['engine P0606-49'])).toBe('return.step.unshown');
    expect(await state('faults')).toBe('waiting');
  });
  it('each is signed for by name, by whoever may, or stays open; a new one was not signed for', async () => {
    await plugIn(w.shop, 'van-12');
    await scanToEnd(w.shop, w.bench, { jobNumber: job, kind: 'post' });
    expect(await state('post-scan')).toBe('done');
    const left = (await wayBackOf(w, job)).left ?? [];
    expect(left.length).toBeGreaterThan(2);
    expect(left.filter((f) => f.pointsAt === 'memory').length).toBeGreaterThan(0);
    const keys = left.map((f) => f.key);
    expect(await sign([])).toBe('return.step.unshown');
    expect(await sign([...keys, 'engine P9999'])).toBe('return.step.unshown');
    expect(await sign(keys, {}, w.trainee)).toBe('gate.person.role');
    expect(await sign(keys, { signature: [] })).toBe('return.step.unsigned');
    expect(await sign(keys, { signedBy: ' ' })).toBe('return.step.unsigned');
    expect(await sign(keys, { note: 'short' })).toBe('return.step.unsigned');
    // a word alone is no signature
    expect(await tell('faults', { state: 'waived', note: 'leave them all' }, w.lead)).toBe('ok');
    expect(await state('faults')).toBe('open');
    expect(await sign(keys.slice(1))).toBe('ok');
    expect(await state('faults')).toBe('open');
    expect(await sign(keys.slice(0, 1))).toBe('ok');
    expect(await state('faults')).toBe('excepted');
    expect((await wayBackOf(w, job)).left?.every((f) => f.signed)).toBe(true);
    // both that signed stand in the record, not only the last
    expect((await wayBackOf(w, job)).signings.map((s) => s.exceptions)).toEqual([
      keys.slice(1),
      keys.slice(0, 1)
    ]);
    expect(await say(w, { jobNumber: job, stepId: 'faults' }, { state: 'again' })).toBe('ok');
    expect(await state('faults')).toBe('open');
  });
  it('leaving out what is open does not touch them, nor what is wrong; and no job goes out so', async () => {
    expect(await tell('complaint', { shown: true })).toBe('ok');
    const left = await leaveOutSteps(w.shop.root.deps, w.trainee, {
      ...{ jobNumber: job, note: 'nobody looks' }
    });
    expect(left).toMatchObject({ problem: { code: 'gate.person.role' } });
    expect(await leaveWayBackOut(w.shop, w.bench, job)).toBeGreaterThan(3);
    expect(await leaveWayBackOut(w.shop, w.bench, job)).toBe('return.step.settled');
    expect([await state('faults'), await state('complaint')]).toEqual(['open', 'wrong']);
    const end = { jobNumber: job, result: 'donor-written' as const };
    expect(await finishJob(w.shop.root.deps, w.lead, end)).toMatchObject({ ok: false });
  });
});
