import { addDays, format, startOfDay } from 'date-fns';
import type { LaneData, PlanData, PlannedTask } from '$lib/plan-types.ts';

/** A piece of a task as it is drawn: place on the lane in percent of the shown time. */
export interface Block {
  readonly key: string;
  readonly id: string;
  readonly task: PlannedTask;
  readonly left: number;
  readonly width: number;
  readonly hands: boolean;
  readonly attended: boolean;
  readonly movable: boolean;
  /** Its number fits whole; a narrower one is a tick, and the number comes with hand or focus. */
  readonly numbered: boolean;
  /** The name of the task fits too. */
  readonly titled: boolean;
}

export interface LaneView {
  readonly lane: LaneData;
  readonly blocks: readonly Block[];
}

/** The span of time that the lanes show. */
export interface Frame {
  readonly startMs: number;
  readonly endMs: number;
}

export interface LanesView {
  readonly frame: Frame;
  readonly lanes: readonly LaneView[];
  /** Hours when hands work, in percent. */
  readonly working: readonly { readonly left: number; readonly width: number }[];
  readonly ticks: readonly { readonly left: number; readonly text: string }[];
  readonly now: number | undefined;
  /** Least width of the lanes. Units: pixels. */
  readonly widthPx: number;
}

const HOUR_MS = 3_600_000;
const LEAST_HOURS = 5;
/** Smallest target of a finger (WCAG 2.2, target size). Units: pixels. */
export const LEAST_PX = 24;
/** Widths from which a number of four digits, and a word behind it, can be read. Units: pixels. */
const NUMBER_PX = 35;
const TITLE_PX = 78;
/** Ten minutes hold a whole number. */
const PX_PER_HOUR = 216;

/** One day of the plan, from its opening to its closing, longer when tasks run over; `dayMs` is its midnight. */
export function frameOf(plan: PlanData, dayMs: number, nowMs = dayMs): Frame {
  const nextDayMs = nextMidnight(dayMs);
  const inDay = (at: Date) => at.getTime() >= dayMs && at.getTime() < nextDayMs;
  const starts = [
    ...plan.working.filter((w) => inDay(w.startsAt)).map((w) => w.startsAt.getTime()),
    ...plan.tasks.filter((t) => inDay(t.startsAt)).map((t) => t.startsAt.getTime())
  ];
  const ends = [
    ...plan.working.filter((w) => inDay(w.startsAt)).map((w) => w.endsAt.getTime()),
    ...plan.tasks.filter((t) => inDay(t.startsAt)).map((t) => t.endsAt.getTime())
  ];
  const first = starts.length > 0 ? Math.min(...starts) : dayMs + 8 * HOUR_MS;
  // of a day that is half over only this hour and what runs since earlier are shown
  const running = plan.tasks.filter((t) => t.state === 'running' && inDay(t.startsAt));
  const since = Math.min(nowMs, ...running.map((t) => t.startsAt.getTime()));
  const start = Math.max(first, nowMs > dayMs && nowMs < nextDayMs ? since : first);
  const startMs = Math.floor(start / HOUR_MS) * HOUR_MS;
  const end = Math.max(startMs + LEAST_HOURS * HOUR_MS, ...ends);
  return {
    startMs,
    endMs: Math.min(nextDayMs + 6 * HOUR_MS, Math.ceil(end / HOUR_MS) * HOUR_MS)
  };
}

/** The lanes of one day: people and stations, and with `places` the kit on which something happens. */
export function viewLanes(
  plan: PlanData,
  { dayMs, nowMs, places }: { dayMs: number; nowMs: number; places: boolean }
): LanesView {
  const frame = frameOf(plan, dayMs, nowMs);
  const percent = (ms: number) =>
    Math.max(0, Math.min(100, (100 * (ms - frame.startMs)) / (frame.endMs - frame.startMs)));
  const span = (startsAt: Date, endsAt: Date) => {
    const left = percent(startsAt.getTime());
    return { left, width: percent(endsAt.getTime()) - left };
  };
  const hours = Math.round((frame.endMs - frame.startMs) / HOUR_MS);
  const widthPx = hours * PX_PER_HOUR;
  const lanes = plan.lanes
    .map((lane) => ({
      lane,
      blocks: spread(
        plan.tasks.flatMap((task) =>
          task.pieces.flatMap((piece, i): Drawn[] => {
            if (piece.lane !== lane.id) return [];
            const at = span(piece.startsAt, piece.endsAt);
            return at.width <= 0
              ? []
              : [
                  {
                    ...{ key: `${task.key}-${i}`, id: task.key, task, ...at },
                    ...{ hands: piece.hands, attended: piece.attended },
                    movable: task.state === 'planned'
                  }
                ];
          })
        ),
        widthPx
      )
    }))
    .filter((l) => l.lane.kind !== 'place' || (places && l.blocks.length > 0));
  return {
    frame,
    lanes,
    widthPx,
    working: plan.working.map((w) => span(w.startsAt, w.endsAt)).filter((w) => w.width > 0),
    ticks: Array.from({ length: hours }, (_, i) => {
      const at = new Date(frame.startMs + i * HOUR_MS);
      return { left: percent(at.getTime()), text: clock(at) };
    }),
    now: nowMs >= frame.startMs && nowMs <= frame.endMs ? percent(nowMs) : undefined
  };
}

type Drawn = Omit<Block, 'numbered' | 'titled'>;

/**
 * Gives every block the width of a finger: a short one grows to the right and pushes what comes behind it along by what it
 * lacks; at the end of the lane they are pushed back. Shape: percent of a lane of `widthPx`.
 */
export function spread(blocks: readonly Drawn[], widthPx: number): Block[] {
  const least = (100 * LEAST_PX) / widthPx;
  const sorted = [...blocks].sort((a, b) => a.left - b.left);
  const lefts: number[] = [];
  const widths = sorted.map((b) => Math.max(least, b.width));
  let free = 0;
  for (const [i, b] of sorted.entries()) {
    const left = Math.max(b.left, free);
    lefts.push(left);
    // a block that grew gives way first; a long one that was pushed keeps its own end
    const end = Math.max(left + least, b.left + (widths[i] as number));
    widths[i] = end - left;
    free = end;
  }
  let end = 100;
  for (let i = sorted.length - 1; i >= 0; i--) {
    const over = (lefts[i] as number) + (widths[i] as number) - end;
    if (over <= 0) break;
    widths[i] = Math.max(least, (widths[i] as number) - over);
    lefts[i] = end - (widths[i] as number);
    end = lefts[i] as number;
  }
  return sorted.map((b, i): Block => {
    const px = ((widths[i] as number) * widthPx) / 100;
    return {
      ...b,
      ...{ left: lefts[i] as number, width: widths[i] as number },
      ...{ numbered: px >= NUMBER_PX, titled: px >= TITLE_PX }
    };
  });
}

/** Midnights of the days that have something in them, the first seven. */
export function daysOf(plan: PlanData): { readonly ms: number; readonly name: string }[] {
  const days = new Map<number, string>();
  for (const { startsAt } of plan.tasks) {
    const midnight = startOfDay(startsAt);
    days.set(
      midnight.getTime(),
      midnight.toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' })
    );
  }
  return [...days]
    .sort(([a], [b]) => a - b)
    .slice(0, 7)
    .map(([ms, name]) => ({ ms, name }));
}

/** Midnight before a time, local. Units: ms since 1970. */
export function midnightOf(at: Date): number {
  return startOfDay(at).getTime();
}

/** Midnight after one, on a day of 23 or 25 hours too. */
function nextMidnight(dayMs: number): number {
  return startOfDay(addDays(dayMs, 1)).getTime();
}

const STEP_MINUTES = 5;

/** Time under a place on the lanes, in steps of five minutes. `share` is 0 to 1 of the shown time. */
export function timeAt(frame: Frame, share: number): Date {
  const ms = frame.startMs + share * (frame.endMs - frame.startMs);
  const step = STEP_MINUTES * 60_000;
  return new Date(Math.round(ms / step) * step);
}

/** Hours and minutes. Example: `09:05`. */
export function clock(at: Date): string {
  return at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
}

/** Date and time as a form field wants them, in local time. */
export function toField(at: Date): string {
  return format(at, "yyyy-MM-dd'T'HH:mm");
}
