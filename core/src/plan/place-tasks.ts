import { startInHours } from './start-in-hours.ts';
import {
  lengthOf,
  type Phase,
  type Placed,
  type Plan,
  type PlanProblem,
  type Span,
  type Task
} from './problem.ts';
import { computeScore } from './score.ts';

/** Rank of each task: the smaller, the sooner it may choose its time. */
export type Order = ReadonlyMap<string, number>;

/**
 * Builds a plan: of the tasks whose predecessors are placed, the one that ranks first takes the earliest time at which its
 * places and people are free; gaps between earlier ones are used. Source: serial schedule generation scheme, Kolisch (1996),
 * from memory. Total; deterministic.
 */
export function placeTasks(problem: PlanProblem, order: Order): Plan {
  const busy = new Map<string, Span[]>();
  const ends = new Map<string, number>();
  const placed: Placed[] = [];
  const unplaced: string[] = [];
  for (const task of problem.tasks) {
    if (!task.running) continue;
    const done = placeRunning(task, task.running);
    placed.push(done);
    for (const id of done.places) take(busy, id, done);
    ends.set(task.key, done.end);
  }
  const keys = new Set(problem.tasks.map((t) => t.key));
  for (const task of sequence(problem.tasks, order)) {
    // what is no task any more is done
    const before = task.after.filter((key) => keys.has(key)).map((key) => ends.get(key));
    const known = before.filter((e) => e !== undefined);
    const found =
      known.length === before.length
        ? findPlace(problem, busy, task, Math.max(task.earliest, task.pinned?.at ?? 0, 0, ...known))
        : undefined;
    if (!found) {
      unplaced.push(task.key);
      continue;
    }
    ends.set(task.key, found.end);
    placed.push(found);
    for (const id of found.places) take(busy, id, found);
    let at = found.start;
    for (const [i, phase] of task.phases.entries()) {
      const person = found.people[i];
      if (person) take(busy, person, { start: at, end: at + phase.minutes });
      at += phase.minutes;
    }
  }
  return { placed, unplaced, score: computeScore(placed, problem.due) };
}

function placeRunning(task: Task, running: NonNullable<Task['running']>): Placed {
  const { start, end, places } = running;
  return { key: task.key, job: task.job, start, end, places, people: [] };
}

/** Tasks that are not running, predecessors first, by rank; what hangs on nothing that exists is left out of waiting. */
export function* sequence(tasks: readonly Task[], order: Order): Generator<Task> {
  const waiting = tasks.filter((t) => !t.running);
  const keys = new Set(waiting.map((t) => t.key));
  const open = new Map(waiting.map((t) => [t.key, t.after.filter((k) => keys.has(k)).length]));
  const next = new Map<string, Task[]>();
  for (const task of waiting)
    for (const key of task.after)
      if (keys.has(key)) next.set(key, [...(next.get(key) ?? []), task]);
  const rank = (t: Task) => (t.pinned ? -1 : (order.get(t.key) ?? Number.MAX_SAFE_INTEGER));
  const ready = waiting.filter((t) => open.get(t.key) === 0).sort((a, b) => rank(b) - rank(a));
  for (let task = ready.pop(); task; task = ready.pop()) {
    yield task;
    for (const follower of next.get(task.key) ?? []) {
      const left = (open.get(follower.key) ?? 1) - 1;
      open.set(follower.key, left);
      if (left === 0) insertSorted(ready, follower, rank);
    }
  }
}

/** Keeps the list in falling rank, so that the first is at its end. */
function insertSorted(list: Task[], task: Task, rank: (t: Task) => number): void {
  let low = 0;
  let high = list.length;
  const own = rank(task);
  while (low < high) {
    const middle = (low + high) >> 1;
    if (rank(list[middle] as Task) >= own) low = middle + 1;
    else high = middle;
  }
  list.splice(low, 0, task);
}

/** A task that needs more tries than that for its time is not placed. */
const MOST_TRIES = 5_000;

function findPlace(
  problem: PlanProblem,
  busy: ReadonlyMap<string, readonly Span[]>,
  task: Task,
  from: number
): Placed | undefined {
  const minutes = lengthOf(task);
  let start = from;
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const hours = startInHours(problem, task.phases, start);
    if (hours === undefined) return undefined;
    if (hours > start) {
      start = hours;
      continue;
    }
    const places = pick(busy, wishes(task), start, minutes);
    if (typeof places === 'number') {
      start = places;
      continue;
    }
    const people = pickPeople(busy, task.phases, start);
    if (typeof people === 'number') {
      start = people;
      continue;
    }
    return { key: task.key, job: task.job, start, end: start + minutes, places, people };
  }
  return undefined;
}

/** Where a person moved it to comes first of its list, the rest stays possible. */
function wishes(task: Task): readonly (readonly string[])[] {
  const to = task.pinned?.to;
  return to === undefined
    ? task.places
    : task.places.map((list) => (list.includes(to) ? [to] : list));
}

/** One of each list that is free for the whole time, or the first later start at which the one that is missing may be. */
function pick(
  busy: ReadonlyMap<string, readonly Span[]>,
  lists: readonly (readonly string[])[],
  start: number,
  minutes: number
): string[] | number {
  const taken: string[] = [];
  for (const list of lists) {
    let soonest = Number.POSITIVE_INFINITY;
    const free = list.find((id) => {
      if (taken.includes(id)) return false;
      const at = nextFree(busy.get(id), start, minutes);
      soonest = Math.min(soonest, at);
      return at === start;
    });
    if (free === undefined) return Math.max(soonest, start + 1);
    taken.push(free);
  }
  return taken;
}

function pickPeople(
  busy: ReadonlyMap<string, readonly Span[]>,
  phases: readonly Phase[],
  start: number
): (string | undefined)[] | number {
  const people: (string | undefined)[] = [];
  let offset = 0;
  for (const phase of phases) {
    if (phase.hands) {
      const found = pick(busy, [phase.people], start + offset, phase.minutes);
      if (typeof found === 'number') return found - offset;
      people.push(found[0]);
    } else people.push(undefined);
    offset += phase.minutes;
  }
  return people;
}

/** First time from `start` on at which something is free for `minutes`. */
function nextFree(spans: readonly Span[] | undefined, start: number, minutes: number): number {
  if (minutes === 0) return start;
  let at = start;
  for (const span of spans ?? []) {
    if (span.end <= at) continue;
    if (span.start >= at + minutes) break;
    at = span.end;
  }
  return at;
}

/** Keeps the spans of `id` ascending. */
function take(busy: Map<string, Span[]>, id: string, { start, end }: Span): void {
  if (end <= start) return;
  const spans = busy.get(id);
  if (!spans) {
    busy.set(id, [{ start, end }]);
    return;
  }
  let at = spans.length;
  while (at > 0 && (spans[at - 1] as Span).start > start) at--;
  spans.splice(at, 0, { start, end });
}
