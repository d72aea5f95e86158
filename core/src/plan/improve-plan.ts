import { createRandom } from '../base/random.ts';
import { compileProblem, listOf, type Compiled } from './compile.ts';
import {
  freeChoices,
  placeCompiled,
  placeInSteps,
  toPlan,
  type Choices,
  type Draft
} from './place-tasks.ts';
import { lengthOf, type Plan, type PlanProblem, type Task } from './problem.ts';
import { weigh } from './score.ts';
import { sequence, type Order } from './sequence.ts';

export interface Search {
  /** Same seed, same plan. */
  readonly seed: number;
  /** Plans that are tried by moves. */
  readonly rounds: number;
  /** Priority rules that are tried first; absent: all. */
  readonly rules?: number;
}

/** Rounds for a bench of {@link USUAL_TASKS} tasks; about a second. */
const USUAL_ROUNDS = 1500;
const USUAL_TASKS = 240;
const MOST_ROUNDS = 3000;

/** Rounds that take about as long for any number of tasks: a plan of many takes more than its share. Measured. */
export function roundsFor(tasks: number, usual = USUAL_ROUNDS): number {
  const share = (USUAL_TASKS / Math.max(1, tasks)) ** 2.2;
  return Math.max(1, Math.round(Math.min(MOST_ROUNDS, usual * share)));
}

/** Start and end of what is accepted as worse, as a share of the first plan's weight. Source: common practice. */
const HOT = 0.02;
const COLD = 0.0002;
/** One move in three chooses another place or person, where there is a choice. */
const CHOOSE_EVERY = 3;
/** A walk that has strayed goes back to the best. */
const RETURN_ROUNDS = 400;

interface Walk {
  readonly list: Int32Array;
  readonly choices: Choices;
  readonly draft: Draft;
  readonly weight: number;
}

/**
 * Priority rules first, then moves: a task elsewhere in the list, or another place or person for it, accepted as in
 * annealing. Stops after every piece of work, so that a caller can let others work in between, and gives the best plan so
 * far; what it returns is the answer. Source: Kirkpatrick, Gelatt, Vecchi (1983) for the acceptance, from memory.
 */
export function* improvePlan(
  problem: PlanProblem,
  { seed, rounds, rules = RULES.length }: Search
): Generator<Plan | undefined, Plan> {
  const compiled = compileProblem(problem);
  const show = ({ draft }: Walk) => toPlan(compiled, draft);
  yield undefined;
  let best = yield* walkByRules(compiled, rules);
  let shown = show(best);
  let now = best;
  const random = createRandom(seed);
  const first = Math.max(1, now.weight);
  for (let round = 1; now.list.length > 0 && round <= rounds; round++) {
    const next = step(compiled, now, random);
    const heat = first * HOT * (COLD / HOT) ** (round / rounds);
    if (next.weight <= now.weight || unit(random) < Math.exp((now.weight - next.weight) / heat))
      now = next;
    if (now.weight < best.weight) shown = show((best = now));
    if (round % RETURN_ROUNDS === 0) now = best;
    yield shown;
  }
  return shown;
}

/** The best that the priority rules give. */
function* walkByRules(compiled: Compiled, rules: number): Generator<undefined, Walk> {
  const free = freeChoices(compiled);
  let best: Walk | undefined;
  for (const rule of RULES.slice(0, Math.max(1, rules))) {
    const order = orderBy(compiled.problem, rule);
    yield undefined;
    const list = Int32Array.from(listOf(compiled, order));
    yield undefined;
    const draft = yield* placeInSteps(compiled, ranksOf(compiled, list), free);
    const walk = { list, choices: free, draft, weight: weightOf(compiled, draft) };
    if (!best || walk.weight < best.weight) best = walk;
    yield undefined;
  }
  return best as Walk;
}

function walkOf(compiled: Compiled, list: Int32Array, choices: Choices): Walk {
  const draft = placeCompiled(compiled, ranksOf(compiled, list), choices);
  return { list, choices, draft, weight: weightOf(compiled, draft) };
}

function ranksOf(compiled: Compiled, list: Int32Array): Int32Array {
  const ranks = new Int32Array(compiled.tasks.length).fill(0x7fffffff);
  for (let i = 0; i < list.length; i++) ranks[list[i] as number] = i;
  return ranks;
}

/** What has no place weighs more than any lateness. */
function weightOf(compiled: Compiled, draft: Draft): number {
  return weigh(draft, compiled.due.length) + draft.unplaced * 1e9;
}

/** One task somewhere else in the list, two exchanged, or one slot with another option. */
function step(compiled: Compiled, { list, choices }: Walk, random: () => number): Walk {
  const { choosable } = compiled;
  const choose = choosable.length > 0 && (list.length < 2 || random() % CHOOSE_EVERY === 0);
  if (!choose) return walkOf(compiled, list.length < 2 ? list : move(list, random), choices);
  const other = choices.slice();
  const { slot, options } = choosable[random() % choosable.length] as {
    slot: number;
    options: number;
  };
  // half of the time back to whatever is free first
  other[slot] = random() % 2 === 0 ? -1 : random() % options;
  return walkOf(compiled, list, other);
}

/** The answer of {@link improvePlan}. */
export function solvePlan(problem: PlanProblem, search: Search): Plan {
  const steps = improvePlan(problem, search);
  for (;;) {
    const next = steps.next();
    if (next.done) return next.value;
  }
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

/** One task somewhere else, or two exchanged. */
function move(list: Int32Array, random: () => number): Int32Array {
  const next = list.slice();
  const n = next.length;
  const from = random() % n;
  const far = random() % 3 === 0;
  const to = far ? random() % n : Math.max(0, Math.min(n - 1, from + (random() % 9) - 4));
  const held = next[from] as number;
  if (random() % 2 === 0) {
    if (from < to) next.copyWithin(from, from + 1, to + 1);
    else next.copyWithin(to + 1, to, from);
  } else next[from] = next[to] as number;
  next[to] = held;
  return next;
}

function unit(random: () => number): number {
  return random() / 2 ** 32;
}
