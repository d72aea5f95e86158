import type { Static } from 'typebox';
import type { Span } from './problem.ts';

const clock = { type: 'string', pattern: '^([01]\\d|2[0-3]):[0-5]\\d$' } as const;

/** When the house works, by day of the week from Sunday on; a closed day has no spans, lunch is the gap between two. */
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

/** Monday to Friday with a lunch, Saturday morning; until a house sets its own. */
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

/**
 * Hours as spans of minutes from the midnight that begins day `firstWeekday`. A day is open from its first span to its
 * last. Shape: `count` days. Days of 24 hours: on the two days a year that have another length the plan is an hour off.
 */
export function spreadHours(
  hours: Hours,
  { firstWeekday, count }: { firstWeekday: number; count: number }
): { working: Span[]; open: Span[] } {
  const working: Span[] = [];
  const open: Span[] = [];
  for (let day = 0; day < count; day++) {
    const spans = hours.days[(firstWeekday + day) % 7] ?? [];
    const own = spans.map((s) => ({
      start: day * 1440 + minuteOf(s.from),
      end: day * 1440 + minuteOf(s.to)
    }));
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

/** Minutes of `spans` that have passed before `end`: how long something took in hours of the house. */
export function minutesInside(spans: readonly Span[], end: number): number {
  return spans.reduce((sum, s) => sum + Math.max(0, Math.min(s.end, end) - s.start), 0);
}
