import { createRandom } from '../base/random.ts';
import { placeTasks, sequence, type Order } from './place-tasks.ts';
import { lengthOf, type Plan, type PlanProblem, type Task } from './problem.ts';
import { weigh } from './score.ts';

export interface Search {
  /** Same seed, same plan. */
  readonly seed: number;
  /** Plans that are tried in all. */
  readonly rounds: number;
}

/** Plans tried between two looks of the caller. */
const SLICE = 5;
/** Start and end of what is accepted as worse, as a share of the first plan's weight. Source: common practice. */
const HOT = 0.02;
const COLD = 0.0002;

/**
 * Priority rules first, then moves of single tasks in the best list, accepted as in annealing. Gives the best plan so far
 * after every slice, so that a caller can let others work in between; the last value is the answer.
 * Source: Kirkpatrick, Gelatt, Vecchi (1983) for the acceptance, from memory.
 */
export function* improvePlan(problem: PlanProblem, { seed, rounds }: Search): Generator<Plan> {
  const jobs = new Set(problem.tasks.map((t) => t.job)).size;
  const weightOf = (plan: Plan) => weigh(plan.score, jobs) + plan.unplaced.length * 1e9;
  const starts = RULES.map((rule) => {
    const order = orderBy(problem, rule);
    return { order, plan: placeTasks(problem, order) };
  }).sort((a, b) => weightOf(a.plan) - weightOf(b.plan));
  let best = (starts[0] as { plan: Plan }).plan;
  yield best;
  if (problem.tasks.length < 2) return;
  const random = createRandom(seed);
  let list = listOf(problem, (starts[0] as { order: Order }).order);
  let weight = weightOf(best);
  let bestList = list;
  const first = Math.max(1, weight);
  for (let round = 1; round <= rounds; round++) {
    const candidate = move(list, random);
    const plan = placeTasks(problem, ranksOf(candidate));
    const own = weightOf(plan);
    const heat = first * HOT * (COLD / HOT) ** (round / rounds);
    if (own <= weight || unit(random) < Math.exp((weight - own) / heat)) {
      list = candidate;
      weight = own;
      if (own < weightOf(best)) {
        best = plan;
        bestList = candidate;
      }
    }
    // a walk that has strayed goes back to the best
    if (round % 400 === 0) {
      list = bestList;
      weight = weightOf(best);
    }
    if (round % SLICE === 0) yield best;
  }
  yield best;
}

/** The last of {@link improvePlan}. */
export function solvePlan(problem: PlanProblem, search: Search): Plan {
  let last: Plan | undefined;
  for (const plan of improvePlan(problem, search)) last = plan;
  return last as Plan;
}

type Rule = (task: Task, facts: { readonly due: number; readonly tail: number }) => number;

/** Small comes first. Source: common practice of shop scheduling. */
const RULES: readonly Rule[] = [
  // promise, then slack, then what has the longest way still before it, long and short ones first
  (_task, { due }) => due,
  (_task, { due, tail }) => due - tail,
  (_task, { tail }) => -tail,
  (task) => -lengthOf(task),
  (task) => lengthOf(task),
  // long waits early, so that hands are free meanwhile; then job by job
  (task) => -task.phases.reduce((sum, p) => sum + (p.hands ? 0 : p.minutes), 0),
  (task, { tail }) => task.job * 1e5 - tail,
  (task, { tail }) => tail * 1e3 + task.job
];

function orderBy(problem: PlanProblem, rule: Rule): Order {
  const tails = computeTails(problem.tasks);
  const far = 1e7;
  const keyed = problem.tasks.map((t) => ({
    key: t.key,
    value: rule(t, { due: problem.due.get(t.job) ?? far, tail: tails.get(t.key) ?? 0 })
  }));
  keyed.sort((a, b) => a.value - b.value || (a.key < b.key ? -1 : 1));
  return new Map(keyed.map(({ key }, i) => [key, i]));
}

/** Longest chain from the start of each task to the end of everything that follows it. Units: minutes. */
export function computeTails(tasks: readonly Task[]): Map<string, number> {
  const tails = new Map<string, number>();
  const followers = new Map<string, Task[]>();
  for (const t of tasks)
    for (const key of t.after) followers.set(key, [...(followers.get(key) ?? []), t]);
  const inOrder = [
    ...sequence(
      tasks.map((t) => ({ ...t, running: undefined })),
      new Map()
    )
  ];
  for (const task of inOrder.reverse()) {
    const longest = Math.max(
      0,
      ...(followers.get(task.key) ?? []).map((f) => tails.get(f.key) ?? 0)
    );
    tails.set(task.key, longest + lengthOf(task));
  }
  return tails;
}

function listOf(problem: PlanProblem, order: Order): string[] {
  return [...sequence(problem.tasks, order)].map((t) => t.key);
}

function ranksOf(list: readonly string[]): Order {
  return new Map(list.map((key, i) => [key, i]));
}

/** One task somewhere else, or two exchanged. */
function move(list: readonly string[], random: () => number): string[] {
  const next = [...list];
  const n = next.length;
  const from = random() % n;
  const far = random() % 3 === 0;
  const to = far ? random() % n : Math.max(0, Math.min(n - 1, from + (random() % 9) - 4));
  if (random() % 2 === 0) {
    const [key] = next.splice(from, 1);
    next.splice(to, 0, key as string);
  } else {
    const held = next[from] as string;
    next[from] = next[to] as string;
    next[to] = held;
  }
  return next;
}

function unit(random: () => number): number {
  return random() / 2 ** 32;
}
