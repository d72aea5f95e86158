import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { judge } from '../base/verdict.ts';
import { parseProfile } from '../profile/parse-profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import type { Shop, JobPlanFacts, Mark } from './job-facts.ts';
import { tasksOfJob } from './tasks-of-job.ts';

const load = (name: string) => {
  const url = new URL(`../../../profiles/${name}.json`, import.meta.url);
  const parsed = parseProfile(JSON.parse(readFileSync(url, 'utf8')) as ProfileDocument);
  if (!parsed.ok) throw new Error(parsed.problem.code);
  return parsed.value;
};
const ec4 = load('hv-ec4');
const shop: Shop = {
  stations: [
    { id: 's:big', ratedMa: 10_000 },
    { id: 's:small', ratedMa: 2_000 }
  ],
  places: [
    { id: 'k:frame', kind: 'probe-frame', families: [] },
    { id: 'k:support', kind: 'vehicle-supply', families: [] },
    { id: 'k:other', kind: 'probe-frame', families: ['XX-AB1'] }
  ],
  people: [
    { id: 'p:hand', skills: ['open-case', 'vehicle'] },
    { id: 'p:desk', skills: [] }
  ],
  family: 'HV-EC4'
};
const facts = (change: Partial<JobPlanFacts> = {}): JobPlanFacts => ({
  ...{ number: 7, access: ec4.accesses[0], kind: 'clone', proofOpen: false, vehicleHere: true },
  originals: [{ name: 'Flash', minutes: 8, missing: 2 }],
  backups: [{ name: 'Flash', minutes: 8, missing: 2 }],
  readOnly: false,
  ...{ supplied: false, built: false, written: false, writeMinutes: 24, afterFit: ec4.afterFit },
  ...{ held: undefined, marks: new Map(), running: undefined, now: 500 },
  ...change
});
const mark = (change: Partial<Mark>): Mark => ({
  ...{
    started: undefined,
    done: false,
    pinnedAt: undefined,
    pinnedTo: undefined,
    person: 'p:hand'
  },
  ...change
});
const ids = (change: Partial<JobPlanFacts> = {}) =>
  tasksOfJob(facts(change), shop).tasks.map((t) => t.key.replace('7/', ''));

describe('what is still to do', () => {
  it('for a clone by boot: open, read, back up, build, write, close, refit and what follows', () => {
    expect(ids()).toEqual([
      ...['open', 'read', 'open-donor', 'backup', 'build', 'write', 'close', 'refit'],
      ...['after-clear-faults', 'after-keys']
    ]);
  });
  it('shrinks as reads are kept, images built, donors written', () => {
    const read = { originals: [{ name: 'Flash', minutes: 8, missing: 0 }] };
    expect(ids(read)[0]).toBe('open-donor');
    expect(ids({ ...read, backups: read.originals, built: true })).toEqual([
      ...['write', 'close', 'refit', 'after-clear-faults', 'after-keys']
    ]);
    expect(ids({ ...read, backups: read.originals, written: true })[0]).toBe('close');
  });
  it('waits for a donor with what needs one, and says so', () => {
    const { tasks, waits } = tasksOfJob(facts({ backups: undefined }), shop);
    expect(tasks.map((t) => t.key)).toEqual(['7/open', '7/read', '7/build']);
    expect(waits.map((w) => w.code)).toEqual(['plan.job.donorless']);
  });
  it('a job that writes nothing is read, closed and refitted: nothing is built, written or taught', () => {
    const found = tasksOfJob(facts({ readOnly: true, backups: undefined }), shop);
    expect(found.waits).toEqual([]);
    expect(found.tasks.map((t) => t.key)).toEqual(['7/open', '7/read', '7/close', '7/refit']);
    const socket = ec4.accesses.find((a) => a.socket);
    expect(ids({ readOnly: true, access: socket, backups: undefined })).toEqual(['read']);
    const done = [{ name: 'Flash', minutes: 0, missing: 0 }];
    const read = { readOnly: true, access: socket, originals: done, backups: undefined };
    expect(ids(read)).toEqual([]);
  });
  it('a supplied file is written to the original itself, without donor', () => {
    const found = tasksOfJob(facts({ supplied: true, originals: [], backups: undefined }), shop);
    expect(found.waits).toEqual([]);
    expect(found.tasks.map((t) => t.key)).toContain('7/write-file');
    expect(found.tasks.map((t) => t.key)).not.toContain('7/build');
  });
  it('what came by post is packed instead of refitted', () => {
    expect(ids({ vehicleHere: false }).slice(-2)).toEqual(['close', 'pack']);
  });
  it('a job that is held from outside is not planned, with the reason', () => {
    const held = judge('stop', 'arrive.authority.none', { customer: 'x' });
    expect(tasksOfJob(facts({ held }), shop)).toEqual({ tasks: [], waits: [held] });
  });
});

describe('needs', () => {
  const taskOf = (id: string, change: Partial<JobPlanFacts> = {}) =>
    tasksOfJob(facts(change), shop).tasks.find((t) => t.key === `7/${id}`);
  it('only a station that can feed the unit, and the frame that fits the family', () => {
    expect(taskOf('read')?.places).toEqual([['s:big'], ['k:frame']]);
    expect(taskOf('read')?.phases).toMatchObject([
      { minutes: 10, hands: true },
      { minutes: 16, hands: false, attended: false }
    ]);
    expect(taskOf('write')?.phases[1]).toMatchObject({ minutes: 24, attended: true });
  });
  it('only people with the skill; nobody at all is told', () => {
    expect(taskOf('open')?.phases[0]?.people).toEqual(['p:hand']);
    const alone = { ...shop, people: [{ id: 'p:desk', skills: [] }], places: [] };
    const { waits } = tasksOfJob(facts(), alone);
    expect(new Set(waits.map((w) => w.code))).toEqual(
      new Set(['plan.task.nobody', 'plan.task.nowhere'])
    );
  });
  it('the support supply for what is done in the vehicle', () => {
    expect(taskOf('after-keys')?.places).toEqual([['k:support']]);
  });
});

describe('what people and operations tell', () => {
  const find = (id: string, change: Partial<JobPlanFacts>) =>
    tasksOfJob(facts(change), shop).tasks.find((t) => t.key === `7/${id}`);
  it('done is gone, begun is running, moved is held', () => {
    const marks = new Map([
      ['open', mark({ done: true })],
      ['build', mark({ started: 490 })],
      ['refit', mark({ pinnedAt: 900, pinnedTo: 's:big' })]
    ]);
    expect(find('open', { marks })).toBeUndefined();
    expect(find('build', { marks })?.running).toMatchObject({ start: 490, end: 501 });
    expect(find('refit', { marks })?.pinned).toEqual({ at: 900, to: 's:big' });
  });
  it('a move into the past counts from now', () => {
    const marks = new Map([['refit', mark({ pinnedAt: 100 })]]);
    expect(find('refit', { marks })?.pinned?.at).toBe(500);
  });
  it('an operation brings its own times', () => {
    const running = { task: 'read' as const, station: 's:small', start: 480, end: 512 };
    expect(find('read', { running })?.running).toEqual({
      start: 480,
      end: 512,
      places: ['s:small']
    });
    expect(find('read', { running: { ...running, end: 400 } })?.running?.end).toBe(501);
  });
});
