import { afterAll, afterEach, describe, expect, it } from 'vitest';
import { addInside, USUAL_HOURS } from '@badger/core/plan/hours';
import { promiseOf } from '../../demo/demo.ts';
import { daysOfShop } from './shop-days.ts';

const before = process.env['TZ'];
const reset = () => {
  if (before === undefined) delete process.env['TZ'];
  else process.env['TZ'] = before;
};
afterEach(reset);
afterAll(reset);

const wall = (at: Date) => at.toTimeString().slice(0, 5);

describe('days with a clock change', () => {
  // Europe: 28 March 2027 has 23 hours, 31 October 2027 has 25 (last Sundays; EU directive 2000/84/EC, from memory)
  for (const [zone, eve] of [
    ['Europe/Berlin', new Date(Date.UTC(2027, 2, 27, 8))],
    ['Europe/Berlin', new Date(Date.UTC(2027, 9, 30, 8))],
    ['America/New_York', new Date(Date.UTC(2027, 10, 6, 14))],
    ['Australia/Lord_Howe', new Date(Date.UTC(2027, 3, 3, 1))],
    ['Asia/Kolkata', new Date(Date.UTC(2027, 3, 3, 5))]
  ] as const) {
    it(`the shop opens at eight on the wall, ${zone} from ${eve.toISOString().slice(0, 10)}`, () => {
      process.env['TZ'] = zone;
      const daily = { days: Array.from({ length: 7 }, () => [{ from: '08:00', to: '17:30' }]) };
      const days = daysOfShop(eve, daily, 5);
      expect(days.open).toHaveLength(5);
      for (const span of days.open) {
        expect(wall(days.timeOf(span.start))).toBe('08:00');
        expect(wall(days.timeOf(span.end))).toBe('17:30');
        expect(days.minuteOf(days.timeOf(span.start))).toBe(span.start);
      }
    });
  }
  it('work in the night of the change has the hours that pass, not those on the wall', () => {
    process.env['TZ'] = 'Europe/Berlin';
    const night = { days: Array.from({ length: 7 }, () => [{ from: '01:00', to: '05:00' }]) };
    const minutes = (at: Date) => {
      const [span] = daysOfShop(at, night, 1).open;
      return span && span.end - span.start;
    };
    expect(minutes(new Date(Date.UTC(2027, 2, 28, 11)))).toBe(180);
    expect(minutes(new Date(Date.UTC(2027, 9, 31, 11)))).toBe(300);
    expect(minutes(new Date(Date.UTC(2027, 5, 1, 11)))).toBe(240);
  });
  it('a span that the change swallows is no time at all', () => {
    process.env['TZ'] = 'Europe/Berlin';
    const gone = { days: Array.from({ length: 7 }, () => [{ from: '02:10', to: '02:50' }]) };
    const spans = daysOfShop(new Date(Date.UTC(2027, 2, 28, 11)), gone, 1).open;
    expect(spans.reduce((sum, s) => sum + s.end - s.start, 0)).toBeLessThanOrEqual(40);
    for (const s of spans) expect(s.end).toBeGreaterThan(s.start);
  });
});

it('a promise of the demo lies in opening hours ahead, at every hour of every day', () => {
  for (let hour = 0; hour < 24 * 8; hour++) {
    const now = new Date(2026, 10, 25, hour, 7);
    const days = daysOfShop(now, USUAL_HOURS, 21);
    for (const hours of [8.5, 9, 27]) {
      const promise = promiseOf(days, now, hours);
      const left = days.open.reduce(
        (sum, s) =>
          sum +
          Math.max(
            0,
            Math.min(s.end, days.minuteOf(promise)) - Math.max(s.start, days.minuteOf(now))
          ),
        0
      );
      expect(left, now.toString()).toBeGreaterThanOrEqual(hours * 60 - 1);
    }
  }
});
it('adding inside spans skips what lies between, and says when there is no end', () => {
  const spans = [
    { start: 0, end: 10 },
    { start: 20, end: 30 }
  ];
  expect(addInside(spans, 5, 5)).toBe(10);
  expect(addInside(spans, 5, 6)).toBe(21);
  expect(addInside(spans, 12, 10)).toBe(30);
  expect(addInside(spans, 12, 11)).toBe(Number.POSITIVE_INFINITY);
});
