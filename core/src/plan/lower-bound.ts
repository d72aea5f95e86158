import { addInside } from './hours.ts';
import { computeTails } from './improve-plan.ts';
import { sequence } from './sequence.ts';
import { startInHours } from './start-in-hours.ts';
import { lengthOf, type PlanProblem, type Span, type Task } from './problem.ts';

/**
 * A time before which no plan can end, whatever the method: the longest chain inside the hours, and for every pool of
 * places or people its whole load shared out evenly, with the shortest head before and the shortest tail after it.
 * Source: machine-based and path bounds of shop scheduling, textbook, from memory. Units: minutes.
 */
export function computeLowerBound(problem: PlanProblem): number {
  const heads = computeHeads(problem);
  const tails = computeTails(problem.tasks);
  let bound = 0;
  for (const task of problem.tasks) bound = Math.max(bound, heads.get(task.key)?.end ?? 0);
  for (const pool of poolsOf(problem.tasks)) {
    bound = Math.max(bound, boundOfPool(problem, pool, { heads, tails }));
  }
  return bound;
}

/** Earliest span of each task when everybody and everything were free. */
export function computeHeads(problem: PlanProblem): Map<string, Span> {
  const heads = new Map<string, Span>();
  const runs = new Map(problem.tasks.flatMap((t) => (t.running ? [[t.key, t.running]] : [])));
  const alone = problem.tasks.map((t) => ({ ...t, running: undefined }));
  for (const task of sequence(alone, new Map())) {
    const running = runs.get(task.key);
    if (running) {
      heads.set(task.key, { start: running.start, end: running.end });
      continue;
    }
    const from = Math.max(0, task.earliest, ...task.after.map((key) => heads.get(key)?.end ?? 0));
    const start = startInHours(problem, task.phases, from);
    if (start !== undefined) heads.set(task.key, { start, end: start + lengthOf(task) });
  }
  return heads;
}

interface Load {
  readonly task: Task;
  readonly minutes: number;
}

interface Pool {
  readonly size: number;
  /** People work inside working hours only. */
  readonly people: boolean;
  readonly loads: readonly Load[];
}

/** Every list of alternatives that occurs, with all work that can be done nowhere else. */
function poolsOf(tasks: readonly Task[]): Pool[] {
  const lists = new Map<string, { ids: readonly string[]; people: boolean }>();
  const note = (ids: readonly string[], people: boolean) => {
    if (ids.length > 0) lists.set([...ids].sort().join('|'), { ids, people });
  };
  for (const task of tasks) {
    for (const list of task.places) note(list, false);
    for (const phase of task.phases) if (phase.hands) note(phase.people, true);
  }
  return [...lists.values()].map(({ ids, people }) => ({
    size: ids.length,
    people,
    loads: tasks.flatMap((task): Load[] => {
      const inside = (list: readonly string[]) =>
        list.length > 0 && list.every((id) => ids.includes(id));
      const minutes = people
        ? task.phases
            .filter((p) => p.hands && inside(p.people))
            .reduce((sum, p) => sum + p.minutes, 0)
        : task.places.filter(inside).length * lengthOf(task);
      return minutes > 0 && !task.running ? [{ task, minutes }] : [];
    })
  }));
}

function boundOfPool(
  problem: PlanProblem,
  pool: Pool,
  { heads, tails }: { heads: ReadonlyMap<string, Span>; tails: ReadonlyMap<string, number> }
): number {
  const { loads, size } = pool;
  if (loads.length === 0) return 0;
  const head = Math.min(...loads.map((l) => heads.get(l.task.key)?.start ?? 0));
  const tail = Math.min(...loads.map((l) => (tails.get(l.task.key) ?? 0) - lengthOf(l.task)));
  const share = Math.ceil(loads.reduce((sum, l) => sum + l.minutes, 0) / size);
  const end = pool.people
    ? addInside(problem.working, head, share)
    : Math.max(head + share, endOfPlaces(problem, loads, { head, size }));
  return end + tail;
}

/**
 * Where every task begins with hands, a place stands still from closing to opening but for the wait of the one task that
 * was begun last: of each night at most the longest wait counts. Zero where this cannot be said.
 */
function endOfPlaces(
  { open }: PlanProblem,
  loads: readonly Load[],
  { head, size }: { head: number; size: number }
): number {
  if (!loads.every(({ task }) => task.phases[0]?.hands)) return 0;
  const waits = loads.map(({ task }) =>
    task.phases.filter((p) => !p.hands && !p.attended).reduce((sum, p) => sum + p.minutes, 0)
  );
  const longest = Math.max(0, ...waits);
  let left = loads.reduce((sum, l) => sum + l.minutes, 0);
  for (const [i, day] of open.entries()) {
    const start = Math.max(day.start, head);
    if (start >= day.end) continue;
    const room = size * (day.end - start);
    if (room >= left) return start + Math.ceil(left / size);
    left -= room;
    const night = (open[i + 1]?.start ?? Number.POSITIVE_INFINITY) - day.end;
    const over = size * Math.min(night, longest);
    if (over >= left) return day.end;
    left -= over;
  }
  return 0;
}
