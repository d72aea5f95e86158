import { sequence } from './sequence.ts';
import { lengthOf, type Placed, type PlanProblem, type Span, type Task } from './problem.ts';

/** Something of which one is needed for a while: a place for the whole task, or a person for one phase. */
export interface Slot {
  /** Numbers of the resources that will do. */
  readonly options: readonly number[];
  readonly offset: number;
  readonly minutes: number;
  /** Phase of a person; -1 for a place. */
  readonly phase: number;
}

export interface CompiledTask {
  readonly task: Task;
  readonly minutes: number;
  /** Not before this: its own earliest, its pin, and the end of what runs before it. */
  readonly from: number;
  readonly before: readonly number[];
  readonly next: readonly number[];
  readonly job: number;
  readonly slots: readonly Slot[];
  /** Phases that lie inside one opening of the shop: memory is changed. */
  readonly attended: readonly { readonly offset: number; readonly minutes: number }[];
  /** Tasks of one kind need the same for as long: where one found no room, neither will the next. */
  readonly kind: number;
  /** Number of its first slot among all. */
  readonly slotBase: number;
}

/** A problem with numbers in place of names, made once and placed thousands of times. */
export interface Compiled {
  readonly problem: PlanProblem;
  /** What is not running. */
  readonly tasks: readonly CompiledTask[];
  readonly running: readonly Placed[];
  readonly names: readonly string[];
  /** Taken by what runs, and people out of their hours. Shape: start and end, flat and ascending, by resource. */
  readonly taken: readonly (readonly number[])[];
  /** Promised end by number of the job; infinite without a promise. */
  readonly due: readonly number[];
  /** Last end of what runs, by number of the job. */
  readonly ends: readonly number[];
  readonly slotCount: number;
  readonly kindCount: number;
  /** Nothing begins before. Units: minutes. */
  readonly earliest: number;
  /** Slots with more than one option, by number. */
  readonly choosable: readonly { readonly slot: number; readonly options: number }[];
}

/** A time that no plan reaches. Units: minutes. */
export const NEVER = 0x3fffffff;

/** Names to numbers, what runs and the hours in which people are away to spans that are taken. Total. */
export function compileProblem(problem: PlanProblem): Compiled {
  const numbers = new Map<string, number>();
  const numberOf = (name: string) => {
    const known = numbers.get(name) ?? numbers.size;
    numbers.set(name, known);
    return known;
  };
  const jobs = new Map<number, number>();
  for (const t of problem.tasks) if (!jobs.has(t.job)) jobs.set(t.job, jobs.size);
  const taken: number[][] = [];
  const running = placeRunning(problem.tasks, (name, span) => {
    (taken[numberOf(name)] ??= []).push(span.start, span.end);
  });
  const ends = Array.from({ length: jobs.size }, () => 0);
  for (const p of running) {
    const job = jobs.get(p.job) ?? 0;
    ends[job] = Math.max(ends[job] ?? 0, p.end);
  }
  const waiting = problem.tasks.filter((t) => !t.running);
  const index = new Map(waiting.map((t, i) => [t.key, i]));
  const next: number[][] = waiting.map(() => []);
  const runningEnds = new Map(running.map((p) => [p.key, p.end]));
  const choosable: { slot: number; options: number }[] = [];
  const kinds = new Map<string, number>();
  let slotBase = 0;
  for (const name of peopleOf(waiting))
    for (const { start, end } of between(problem.working))
      (taken[numberOf(name)] ??= []).push(start, end);
  const tasks = waiting.map((task, i): CompiledTask => {
    const before = task.after.flatMap((key) => index.get(key) ?? []);
    for (const b of before) next[b]?.push(i);
    const after = task.after.map((key) => runningEnds.get(key) ?? 0);
    const slots = slotsOf(task, numberOf);
    const attended = attendedOf(task);
    const need = JSON.stringify([slots, attended, lengthOf(task)]);
    const kind = kinds.get(need) ?? kinds.size;
    kinds.set(need, kind);
    const base = slotBase;
    slotBase += slots.length;
    for (const [k, s] of slots.entries())
      if (s.options.length > 1) choosable.push({ slot: base + k, options: s.options.length });
    return {
      ...{ task, before, slots, slotBase: base, minutes: lengthOf(task) },
      ...{ attended, kind },
      ...{ next: next[i] ?? [], job: jobs.get(task.job) ?? 0 },
      from: Math.max(0, task.earliest, task.pinned?.at ?? 0, ...after)
    };
  });
  return {
    ...{ problem, tasks, running, names: [...numbers.keys()], ends, choosable },
    taken: Array.from({ length: numbers.size }, (_, i) => sortSpans(taken[i] ?? [])),
    due: [...jobs.keys()].map((job) => problem.due.get(job) ?? Number.POSITIVE_INFINITY),
    slotCount: slotBase,
    kindCount: kinds.size,
    earliest: Math.min(NEVER, ...tasks.map((t) => t.from))
  };
}

function peopleOf(tasks: readonly Task[]): Set<string> {
  return new Set(tasks.flatMap((t) => t.phases.flatMap((p) => (p.hands ? p.people : []))));
}

/** What lies between spans, from the beginning of time to its end. */
function between(spans: readonly Span[]): Span[] {
  const gaps: Span[] = [];
  let from = -NEVER;
  for (const { start, end } of spans) {
    gaps.push({ start: from, end: start });
    from = end;
  }
  return [...gaps, { start: from, end: NEVER }];
}

function attendedOf({ phases }: Task) {
  let offset = 0;
  return phases.flatMap(({ minutes, hands, attended }) => {
    offset += minutes;
    return attended && !hands ? [{ offset: offset - minutes, minutes }] : [];
  });
}

function slotsOf(task: Task, numberOf: (name: string) => number): Slot[] {
  const to = task.pinned?.to;
  const minutes = lengthOf(task);
  const slots = task.places.map((list): Slot => ({
    options: (to !== undefined && list.includes(to) ? [to] : list).map(numberOf),
    ...{ offset: 0, minutes, phase: -1 }
  }));
  let offset = 0;
  for (const [phase, p] of task.phases.entries()) {
    if (p.hands) slots.push({ options: p.people.map(numberOf), offset, minutes: p.minutes, phase });
    offset += p.minutes;
  }
  return slots;
}

/**
 * What runs keeps everything that it uses: the places that are known, one of every other list (one that nothing else
 * running holds, if there is one), and the person until the hands are done.
 */
function placeRunning(
  tasks: readonly Task[],
  take: (name: string, span: Span) => void
): readonly Placed[] {
  const held = new Set(tasks.flatMap((t) => t.running?.places ?? []));
  return tasks.flatMap((task): Placed[] => {
    const { running } = task;
    if (!running) return [];
    const places = [...running.places];
    for (const list of task.places) {
      if (list.some((id) => running.places.includes(id))) continue;
      const free = list.find((id) => !held.has(id)) ?? list[0];
      if (free === undefined) continue;
      held.add(free);
      places.push(free);
    }
    for (const id of places) take(id, running);
    if (running.person !== undefined) take(running.person, { ...running, end: handsEnd(task) });
    const { key, job } = task;
    return [{ key, job, start: running.start, end: running.end, places, people: [] }];
  });
}

/** End of the last hands of a running task: with it when they come last, however long it takes. */
export function handsEnd({ phases, running }: Task): number {
  if (!running) return 0;
  const last = phases.findLastIndex((p) => p.hands);
  if (last === phases.length - 1) return running.end;
  const minutes = phases.slice(0, last + 1).reduce((sum, p) => sum + p.minutes, 0);
  return Math.min(running.end, running.start + minutes);
}

/** Ascending and apart. */
function sortSpans(flat: readonly number[]): number[] {
  const pairs = Array.from({ length: flat.length / 2 }, (_, i) => [
    flat[2 * i] as number,
    flat[2 * i + 1] as number
  ]);
  pairs.sort((a, b) => (a[0] as number) - (b[0] as number));
  const merged: number[] = [];
  for (const [start, end] of pairs as [number, number][]) {
    const last = merged.at(-1);
    // two that run at once on one place are one span
    if (last !== undefined && start <= last) merged[merged.length - 1] = Math.max(last, end);
    else if (end > start) merged.push(start, end);
  }
  return merged;
}

/** Numbers of the tasks in an order that keeps predecessors first; those in a ring are not in it. */
export function listOf(compiled: Compiled, order: ReadonlyMap<string, number>): number[] {
  const index = new Map(compiled.tasks.map((t, i) => [t.task.key, i]));
  return [...sequence(compiled.problem.tasks, order)].flatMap((t) => index.get(t.key) ?? []);
}
