import { spreadHours, type Hours } from '@badger/core/plan/hours';
import { addDays, addMinutes, differenceInMinutes, set, startOfDay } from 'date-fns';
import type { Span } from '@badger/core/plan/problem';

/** Days of the shop as the plan counts them: whole minutes since the midnight before now, in true time. */
export interface ShopDays {
  readonly working: readonly Span[];
  readonly open: readonly Span[];
  /** Minute in which a time lies. */
  readonly minuteOf: (at: Date) => number;
  /** Time at which a minute begins. */
  readonly timeOf: (minute: number) => Date;
}

/**
 * The hours of the shop from the midnight before `now` on, `count` days. A day on which the clocks change has its 23 or
 * 25 hours, and the days after it begin at their own midnights: opening at eight is eight on the wall.
 */
export function daysOfShop(now: Date, hours: Hours, count: number): ShopDays {
  const base = startOfDay(now);
  const minuteOf = (at: Date) => differenceInMinutes(at, base, { roundingMethod: 'floor' });
  // what a clock on the wall shows, whatever happened to it in the night
  const wall = (day: number, minute: number) =>
    minuteOf(set(addDays(base, day), { hours: 0, minutes: minute }));
  return {
    ...spreadHours(hours, { firstWeekday: base.getDay(), count, minuteAt: wall }),
    minuteOf,
    timeOf: (minute) => addMinutes(base, minute)
  };
}
