import { expect, it } from 'vitest';
import { findHoursFault, minutesInside, spreadHours, USUAL_HOURS } from './hours.ts';

it('spreads the hours of a week over days; lunch is a gap, closed days are empty', () => {
  const { working, open } = spreadHours(USUAL_HOURS, { firstWeekday: 5, count: 4 });
  // Friday, Saturday morning, Sunday closed, Monday
  expect(open).toEqual([
    { start: 480, end: 1050 },
    { start: 1440 + 480, end: 1440 + 720 },
    { start: 3 * 1440 + 480, end: 3 * 1440 + 1050 }
  ]);
  expect(working.slice(0, 2)).toEqual([
    { start: 480, end: 720 },
    { start: 750, end: 1050 }
  ]);
  expect(minutesInside(working, 740)).toBe(240);
  expect(minutesInside(working, 0)).toBe(0);
});
it('refuses spans against the clock or into each other, with the day', () => {
  const days = (spans: { from: string; to: string }[]) => ({
    days: USUAL_HOURS.days.map((d, i) => (i === 3 ? spans : d))
  });
  expect(findHoursFault(USUAL_HOURS)).toBeUndefined();
  expect(findHoursFault(days([{ from: '12:00', to: '08:00' }]))).toEqual({ day: 3 });
  expect(
    findHoursFault(
      days([
        { from: '08:00', to: '12:00' },
        { from: '11:59', to: '13:00' }
      ])
    )
  ).toEqual({ day: 3 });
});
