import { judgedAs as judge } from '@badger/core/base/examples';
import { describe, expect, it } from 'vitest';
import type { PlanData, PlannedTask } from '$lib/plan-types.ts';
import fc from 'fast-check';
import {
  clock,
  daysOf,
  frameOf,
  LEAST_PX,
  midnightOf,
  spread,
  timeAt,
  toField,
  viewLanes
} from './lanes.view.ts';
import { viewTroubled } from './late.view.ts';

const day = new Date(2026, 10, 25).getTime();
const at = (hours: number, minutes = 0) => new Date(day + (hours * 60 + minutes) * 60_000);
const task = (key: string, [from, to]: readonly [Date, Date], lane = 'p:a'): PlannedTask => ({
  ...{ key, job: 7, title: judge('none', 'plan.task.read'), startsAt: from, endsAt: to },
  ...{ state: 'planned', pinned: false, places: [] },
  pieces: [{ lane, startsAt: from, endsAt: to, hands: true, attended: false }]
});
const plan = (tasks: PlannedTask[]): PlanData => ({
  madeAt: at(9),
  lanes: [
    { id: 'p:a', name: 'a', kind: 'person' },
    { id: 's:w', name: 'Window', kind: 'station' },
    { id: 'k:1', name: 'Frame', kind: 'place' }
  ],
  tasks,
  jobs: [],
  working: [
    { startsAt: at(8), endsAt: at(12) },
    { startsAt: at(12, 30), endsAt: at(17, 30) }
  ]
});

describe('the lanes of a day', () => {
  it('show the whole working day, of a day that is half over the rest', () => {
    expect(frameOf(plan([]), day)).toEqual({ startMs: +at(8), endMs: +at(18) });
    expect(frameOf(plan([]), day, +at(14))).toEqual({ startMs: +at(14), endMs: +at(19) });
    const late = plan([task('7/a', [at(17), at(20, 10)])]);
    expect(frameOf(late, day).endMs).toBe(+at(21));
  });
  it('put pieces where their time is, and the now line', () => {
    const view = viewLanes(plan([task('7/a', [at(9), at(10)])]), {
      ...{ dayMs: day, nowMs: +at(8, 15), places: false }
    });
    const [block] = view.lanes[0]?.blocks ?? [];
    expect(block).toMatchObject({ left: 10, width: 10, movable: true });
    expect(view.now).toBeCloseTo(2.5);
    expect(view.lanes.map((l) => l.lane.id)).toEqual(['p:a', 's:w']);
  });
  it('leave out kit unless it is asked for and used', () => {
    const used = plan([task('7/a', [at(9), at(10)], 'k:1')]);
    const ids = (places: boolean) =>
      viewLanes(used, { dayMs: day, nowMs: 0, places }).lanes.map((l) => l.lane.id);
    expect(ids(true)).toContain('k:1');
    expect(ids(false)).not.toContain('k:1');
  });
  it('a place on the lane is a time in steps of five minutes', () => {
    const frame = { startMs: +at(8), endMs: +at(18) };
    expect(clock(timeAt(frame, 0.1))).toBe('09:00');
    expect(clock(timeAt(frame, 0.1037))).toBe('09:00');
    expect(clock(timeAt(frame, 0.106))).toBe('09:05');
  });
  it('days that have something, by their midnight; local time in form fields', () => {
    const days = daysOf(plan([task('7/a', [at(9), at(10)]), task('7/b', [at(33), at(34)])]));
    expect(days.map((d) => d.ms)).toEqual([day, midnightOf(at(30))]);
    expect(toField(at(9, 5))).toBe('2026-11-25T09:05');
  });
  it('give every task the width of a finger, in order, side by side, inside the lane', () => {
    const lane = fc.array(
      fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 90 })),
      {
        maxLength: 12
      }
    );
    fc.assert(
      fc.property(lane, (pairs) => {
        let from = 0;
        const blocks = pairs.flatMap(([gap, minutes], i) => {
          const start = from + gap;
          from = start + minutes;
          // ten hours of lane
          if (from > 600) return [];
          const of = { ...task(`7/${i}`, [at(8), at(9)]) };
          return {
            ...{ key: `7/${i}`, id: `7/${i}`, task: of, left: start / 6, width: minutes / 6 },
            ...{ hands: true, attended: false, movable: true }
          };
        });
        const drawn = spread(blocks, 1500);
        expect(drawn.map((b) => b.id)).toEqual(blocks.map((b) => b.id));
        let free = 0;
        for (const [i, b] of drawn.entries()) {
          expect(b.width * 15).toBeGreaterThanOrEqual(LEAST_PX - 1e-6);
          expect(b.left).toBeGreaterThanOrEqual(free - 1e-9);
          free = b.left + b.width;
          // nobody is drawn far from the time that it has
          expect(Math.abs(b.left - (blocks[i]?.left ?? 0)) * 15).toBeLessThan(13 * LEAST_PX);
        }
        expect(free).toBeLessThanOrEqual(100 + 1e-9);
      })
    );
  });
  it('show a number whole or a tick, never a part of it', () => {
    const view = (minutes: number) =>
      viewLanes(plan([task('7/a', [at(9), at(9, minutes)])]), {
        dayMs: day,
        nowMs: 0,
        places: false
      }).lanes[0]?.blocks[0];
    expect(view(5)).toMatchObject({ numbered: false, titled: false });
    expect(view(20)).toMatchObject({ numbered: true, titled: false });
    expect(view(60)).toMatchObject({ numbered: true, titled: true });
  });
});

describe('jobs in trouble', () => {
  const job = (number: number, change: Partial<PlanData['jobs'][number]>) => ({
    ...{ number, customer: 'c', vehicle: 'v', promisedAt: null, endsAt: undefined },
    ...{ waits: [], late: undefined, unplaced: [] },
    ...change
  });
  const stop = judge('stop', 'plan.task.nobody');
  const look = judge('look', 'plan.job.donorless');
  it('each is named once, the gravest first, with its gravest reason', () => {
    const jobs = [
      job(1, { waits: [look, stop] }),
      job(2, {}),
      job(3, { late: { minutes: 90, saves: [judge('look', 'plan.save.first')] }, waits: [look] }),
      job(4, { waits: [look] }),
      job(5, { late: { minutes: undefined, saves: [] }, unplaced: [stop], waits: [look] })
    ];
    const seen = viewTroubled({ ...plan([]), jobs });
    expect(seen.map((j) => [j.number, j.verdict, j.state, j.more])).toEqual([
      [5, 'stop', 'late', 1],
      [3, 'stop', 'late', 1],
      [1, 'stop', 'waits', 1],
      [4, 'look', 'waits', 0]
    ]);
    expect(seen.map((j) => j.says.map((s) => s.code))).toEqual([
      ['plan.task.nobody'],
      ['plan.save.first'],
      ['plan.task.nobody'],
      ['plan.job.donorless']
    ]);
    expect(seen[0]?.late).toBe('the promise cannot be kept');
    expect(seen[1]?.late).toMatch(/late$/);
  });
});
