import { lengthOf, type PlanProblem, type Task } from './problem.ts';
import { weigh } from './score.ts';

interface Use {
  readonly id: string;
  readonly start: number;
  readonly end: number;
}

/** A plan is not looked for beyond this minute. */
const HORIZON = 20_000;

/**
 * The least weight that any order and any choice of places and people gives: the slow twin of the search, with a placing
 * of its own that walks minute by minute and looks at everything that is taken. For small cases only. An optimum is among
 * them: every plan without needless waiting comes out of placing its tasks in the order of their starts.
 * What is heavier than a weight that is `known` is not looked at any further. Infinite when no order places all. Nothing
 * may be running or pinned to a place.
 */
export function bruteForce(problem: PlanProblem, known = Number.POSITIVE_INFINITY): number {
  const jobs = new Set(problem.tasks.map((t) => t.job)).size;
  const keys = new Set(problem.tasks.map((t) => t.key));
  const best = { weight: known };
  const ends = new Map<string, number>();
  const jobEnds = new Map<number, number>();
  const weightNow = () => {
    let [late, makespan, flow] = [0, 0, 0];
    for (const [job, end] of jobEnds) {
      late += Math.max(0, end - (problem.due.get(job) ?? Number.POSITIVE_INFINITY));
      makespan = Math.max(makespan, end);
      flow += end;
    }
    return weigh({ late, makespan, flow }, jobs);
  };
  const go = (left: readonly Task[], uses: readonly Use[]) => {
    // more tasks never make a plan lighter
    const weight = weightNow();
    if (weight >= best.weight) return;
    if (left.length === 0) {
      best.weight = weight;
      return;
    }
    for (const task of left) {
      const before = task.after.filter((k) => keys.has(k)).map((k) => ends.get(k));
      if (before.includes(undefined)) continue;
      const from = Math.max(0, task.earliest, task.pinned?.at ?? 0, ...(before as number[]));
      const rest = left.filter((t) => t !== task);
      for (const choice of choicesOf(task)) {
        const own = earliest(problem, { task, choice, uses, from });
        if (!own) continue;
        const held = jobEnds.get(task.job);
        const end = own.start + lengthOf(task);
        ends.set(task.key, end);
        jobEnds.set(task.job, Math.max(held ?? 0, end));
        go(rest, [...uses, ...own.uses]);
        ends.delete(task.key);
        if (held === undefined) jobEnds.delete(task.job);
        else jobEnds.set(task.job, held);
      }
    }
  };
  go(problem.tasks, []);
  return best.weight;
}

/** Every way to name one place of each list, all different, and one person for every phase of hands. */
function choicesOf(task: Task): string[][] {
  const lists = [...task.places, ...task.phases.filter((p) => p.hands).map((p) => p.people)];
  const all = lists.reduce<string[][]>(
    (sets, list) => sets.flatMap((s) => list.map((id) => [...s, id])),
    [[]]
  );
  const places = task.places.length;
  return all.filter((c) => new Set(c.slice(0, places)).size === places);
}

function earliest(
  problem: PlanProblem,
  at: { task: Task; choice: readonly string[]; uses: readonly Use[]; from: number }
): { start: number; uses: Use[] } | undefined {
  for (let start = at.from; start < HORIZON; start++) {
    const uses = usesAt(problem, at, start);
    if (
      uses &&
      !uses.some((u) => at.uses.some((o) => o.id === u.id && u.start < o.end && o.start < u.end))
    )
      return { start, uses };
  }
  return undefined;
}

/** What the task would take if it began then; undefined outside the hours. */
function usesAt(
  { working, open }: PlanProblem,
  { task, choice }: { task: Task; choice: readonly string[] },
  start: number
): Use[] | undefined {
  const end = start + lengthOf(task);
  const uses = task.places.map((_, i): Use => ({ id: choice[i] as string, start, end }));
  let from = start;
  for (const phase of task.phases) {
    const to = from + phase.minutes;
    const hours = phase.hands ? working : phase.attended ? open : undefined;
    if (hours && !hours.some((h) => h.start <= from && to <= h.end)) return undefined;
    if (phase.hands) uses.push({ id: choice[uses.length] as string, start: from, end: to });
    from = to;
  }
  return uses;
}
