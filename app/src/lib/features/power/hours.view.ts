import { formatAmps, formatVolts } from '@badger/core/base/format';
import type { SupplyMark } from '@badger/core/supply/record-supply';
import { messageOfJudgement } from '$lib/messages/catalogue.ts';
import type { StationWork, SupplyHours } from '$lib/supply-types.ts';

/** Stretches that the trace is shown over. Units: ms. */
export const SPANS = [
  { ms: 300_000, name: '5 min' },
  { ms: 900_000, name: '15 min' },
  { ms: 3_600_000, name: '1 h' },
  { ms: 28_800_000, name: '8 h' },
  { ms: 86_400_000, name: '24 h' }
] as const;

/** A mark on the screen: a sign above its line, and what it says. */
export const MARK_SIGNS: Readonly<Record<SupplyMark['kind'], { sign: string; words: string }>> = {
  on: { sign: '▲', words: 'Output on' },
  off: { sign: '▼', words: 'Output off' },
  'found-on': { sign: '△', words: 'Found on; since when is not known' },
  'found-off': { sign: '▽', words: 'Found off; since when is not known' },
  lost: { sign: '?', words: 'The supply no longer answers; its output was on' },
  set: { sign: '=', words: 'Set anew' },
  trip: { sign: '✕', words: 'The watch ordered it off' }
};

/** With more lines nobody sees the trace: then only what is grave is drawn. */
const MOST_LINES = 40;
export const GRAVE: readonly SupplyMark['kind'][] = ['trip', 'lost'];

/** The marks that get a line in the trace. */
export function linesOf(marks: readonly SupplyMark[]): readonly SupplyMark[] {
  return marks.length <= MOST_LINES
    ? marks
    : marks.filter((m) => GRAVE.includes(m.kind)).slice(-MOST_LINES);
}

/** Figures over time for a chart, in volts or amps; `null` where the line is broken. */
export function lineOf(runs: SupplyHours['runs'], what: 'mv' | 'ma') {
  return runs.flatMap((run, i) => [
    ...(i === 0 ? [] : [{ x: run[0]?.atMs ?? 0, y: null }]),
    ...run.map((p) => ({ x: p.atMs, y: p[what] / 1000 }))
  ]);
}

/** The limit over time as a staircase, only where the supply was heard: what is set in a hole nobody knows. */
export function limitLine({ limits, runs }: Pick<SupplyHours, 'limits' | 'runs'>) {
  return runs.flatMap((run): { x: number; y: number | null }[] => {
    const [first, last] = [run[0]?.atMs ?? 0, run.at(-1)?.atMs ?? 0];
    const steps = limits.flatMap(({ atMs, limitMa }, i) => {
      const startMs = Math.max(atMs, first);
      const endMs = Math.min(limits[i + 1]?.atMs ?? last, last);
      const y = limitMa === undefined ? null : limitMa / 1000;
      return endMs < startMs ? [] : [startMs, endMs].map((x) => ({ x, y }));
    });
    return [...steps, { x: last, y: null }];
  });
}

/** A moment as people read it; with seconds where the stretch is short. */
export function formatMoment(ms: number, spanMs: number): string {
  const time = { hour: '2-digit', minute: '2-digit' } as const;
  return new Date(ms).toLocaleTimeString(
    'en-GB',
    spanMs <= 900_000 ? { ...time, second: '2-digit' } : time
  );
}

/** What the head of a trace says in a line. */
export function summaryOf({ readings, most, least }: SupplyHours): string {
  if (!most || !least) return 'no reading';
  const count = readings.toLocaleString('en');
  return `${count} readings, at most ${formatAmps(most.ma)} A, ${formatVolts(least.mv)} to ${formatVolts(most.mv)} V`;
}

/** A line of what happened. Units: ms since 1970. */
export interface HoursEvent {
  readonly atMs: number;
  readonly sign: string;
  readonly words: string;
  readonly grave: boolean;
  readonly jobNumber?: number;
}

/** A list that a person reads; the last of what happened. */
const MOST_EVENTS = 200;

/** Marks and work of a stretch, the last first. */
export function eventsOf({ marks, work }: SupplyHours): readonly HoursEvent[] {
  return [...marks.map(eventOfMark), ...work.map(eventOfWork)]
    .toSorted((a, b) => b.atMs - a.atMs)
    .slice(0, MOST_EVENTS);
}

function eventOfMark({ atMs, kind, setMv, limitMa, why }: SupplyMark): HoursEvent {
  const { sign, words } = MARK_SIGNS[kind];
  const set =
    setMv === undefined || limitMa === undefined
      ? ''
      : `: ${formatVolts(setMv)} V, limit ${formatAmps(limitMa)} A`;
  const reason = why ? `: ${messageOfJudgement(why).title}` : '';
  return { atMs, sign, words: `${words}${set}${reason}`, grave: GRAVE.includes(kind) };
}

const lengthOf = (ms: number) => (ms < 1000 ? 'under 1 s' : `${Math.round(ms / 1000)} s`);

/** What was begun; how it ended stands behind it. */
const KIND_WORDS = { identify: 'Identification', read: 'Read', write: 'Write' } as const;

function eventOfWork({ fromMs, toMs, kind, state, tag, jobNumber }: StationWork): HoursEvent {
  const long = toMs === undefined ? 'still running' : lengthOf(toMs - fromMs);
  const ended = state === 'done' || toMs === undefined ? '' : `, ${state}`;
  const words = `${KIND_WORDS[kind]}: unit ${tag}, ${long}${ended}`;
  return { atMs: fromMs, sign: '●', words, grave: false, jobNumber };
}

export function formatDay(ms: number): string {
  return new Date(ms).toLocaleDateString('en-GB', {
    weekday: 'short',
    ...{ day: 'numeric', month: 'short' }
  });
}
