import { spreadHours, type Hours } from '@badger/core/plan/hours';
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
  const base = new Date(now);
  base.setHours(0, 0, 0, 0);
  const minuteOf = (at: Date) => Math.floor((at.getTime() - base.getTime()) / 60_000);
  const wall = (day: number, minute: number) =>
    minuteOf(new Date(base.getFullYear(), base.getMonth(), base.getDate() + day, 0, minute));
  return {
    ...spreadHours(hours, { firstWeekday: base.getDay(), count, minuteAt: wall }),
    minuteOf,
    timeOf: (minute) => new Date(base.getTime() + minute * 60_000)
  };
}
