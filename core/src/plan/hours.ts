import type { Static } from 'typebox';
import type { Span } from './problem.ts';

const clock = { type: 'string', pattern: '^([01]\\d|2[0-3]):[0-5]\\d$' } as const;

/** When the shop works, by day of the week from Sunday on; a closed day has no spans, lunch is the gap between two. */
export const hoursSchema = {
  $id: 'urn:upright-badger:hours',
  type: 'object',
  additionalProperties: false,
  required: ['days'],
  properties: {
    days: {
      type: 'array',
      minItems: 7,
      maxItems: 7,
      items: {
        type: 'array',
        maxItems: 4,
        items: {
          type: 'object',
          additionalProperties: false,
          required: ['from', 'to'],
          properties: { from: clock, to: clock }
        }
      }
    }
  }
} as const;

export type Hours = Static<typeof hoursSchema>;

const WEEKDAY = [
  { from: '08:00', to: '12:00' },
  { from: '12:30', to: '17:30' }
];

/** Monday to Friday with a lunch, Saturday morning; until a shop sets its own. */
export const USUAL_HOURS: Hours = {
  days: [[], WEEKDAY, WEEKDAY, WEEKDAY, WEEKDAY, WEEKDAY, [{ from: '08:00', to: '12:00' }]]
};

/** Spans that run against the clock or into each other; undefined when the hours hold. */
export function findHoursFault(hours: Hours): { readonly day: number } | undefined {
  for (const [day, spans] of hours.days.entries()) {
    let last = -1;
    for (const span of spans) {
      if (minuteOf(span.from) <= last || minuteOf(span.to) <= minuteOf(span.from)) return { day };
      last = minuteOf(span.to);
    }
  }
  return undefined;
}

/** Minutes from the first midnight to a minute on the wall of a later day, where every day has 24 hours. */
const plainMinute = (day: number, minute: number) => day * 1440 + minute;

/**
 * Hours as spans of minutes from the midnight that begins day `firstWeekday`. A day is open from its first span to its
 * last. Shape: `count` days. `minuteAt` says where a minute on the wall of a day lies, for days that have another length
 * than 24 hours; a span that a clock change leaves nothing of is left out.
 */
export function spreadHours(
  hours: Hours,
  options: {
    firstWeekday: number;
    count: number;
    minuteAt?: (day: number, minute: number) => number;
  }
): { working: Span[]; open: Span[] } {
  const { firstWeekday, count, minuteAt = plainMinute } = options;
  const working: Span[] = [];
  const open: Span[] = [];
  for (let day = 0; day < count; day++) {
    const spans = hours.days[(firstWeekday + day) % 7] ?? [];
    const own = spans
      .map((s) => ({
        start: minuteAt(day, minuteOf(s.from)),
        end: minuteAt(day, minuteOf(s.to))
      }))
      .filter((s) => s.end > s.start);
    working.push(...own);
    const [first] = own;
    const last = own.at(-1);
    if (first && last) open.push({ start: first.start, end: last.end });
  }
  return { working, open };
}

/** Minutes since midnight of a clock time. */
export function minuteOf(clockTime: string): number {
  const [hours = 0, minutes = 0] = clockTime.split(':').map(Number);
  return hours * 60 + minutes;
}

/**
 * When `minutes` inside `spans` have passed since `from`; Infinity when the spans do not hold so many. The end of one
 * span comes before the start of the next. Example: 30 minutes from 11:50 with a lunch at 12:00 end 20 minutes after it.
 */
export function addInside(spans: readonly Span[], from: number, minutes: number): number {
  let left = minutes;
  for (const span of spans) {
    const start = Math.max(span.start, from);
    const room = span.end - start;
    if (room <= 0) continue;
    if (room >= left) return start + left;
    left -= room;
  }
  return Number.POSITIVE_INFINITY;
}

/** Minutes of `spans` that have passed before `end`: how long something took in hours of the shop. */
export function minutesInside(spans: readonly Span[], end: number): number {
  return spans.reduce((sum, s) => sum + Math.max(0, Math.min(s.end, end) - s.start), 0);
}
