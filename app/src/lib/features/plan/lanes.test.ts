import { judge } from '@badger/core/base/verdict';
import { describe, expect, it } from 'vitest';
import type { PlanData, PlannedTask } from '$lib/plan-types.ts';
import { clock, daysOf, frameOf, midnightOf, timeAt, toField, viewLanes } from './lanes.view.ts';

const day = new Date(2026, 10, 25).getTime();
const at = (hours: number, minutes = 0) => new Date(day + (hours * 60 + minutes) * 60_000);
const task = (key: string, from: Date, to: Date, lane = 'p:a'): PlannedTask => ({
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
  ],
  unplaced: []
});

describe('the lanes of a day', () => {
  it('show the whole working day, of a day that is half over the rest', () => {
    expect(frameOf(plan([]), day)).toEqual({ startMs: +at(8), endMs: +at(18) });
    expect(frameOf(plan([]), day, +at(14))).toEqual({ startMs: +at(13), endMs: +at(18) });
    const late = plan([task('7/a', at(17), at(20, 10))]);
    expect(frameOf(late, day).endMs).toBe(+at(21));
  });
  it('put pieces where their time is, and the now line', () => {
    const view = viewLanes(plan([task('7/a', at(9), at(10))]), {
      ...{ dayMs: day, nowMs: +at(8, 15), places: false }
    });
    const [block] = view.lanes[0]?.blocks ?? [];
    expect(block).toMatchObject({ left: 10, width: 10, movable: true });
    expect(view.now).toBeCloseTo(2.5);
    expect(view.lanes.map((l) => l.lane.id)).toEqual(['p:a', 's:w']);
  });
  it('leave out kit unless it is asked for and used', () => {
    const used = plan([task('7/a', at(9), at(10), 'k:1')]);
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
    const days = daysOf(plan([task('7/a', at(9), at(10)), task('7/b', at(33), at(34))]));
    expect(days.map((d) => d.ms)).toEqual([day, midnightOf(at(30))]);
    expect(toField(at(9, 5))).toBe('2026-11-25T09:05');
  });
});
