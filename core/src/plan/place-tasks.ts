import { compileProblem, NEVER, type Compiled, type CompiledTask, type Slot } from './compile.ts';
import type { Placed, Plan, PlanProblem, Span } from './problem.ts';
import { computeScore } from './score.ts';
import { insertSorted, type Order } from './sequence.ts';

/** Which option a slot takes: its number, or -1 for the first that is free. Shape: one for every slot. */
export type Choices = Int8Array;

/** What a placing gives, in numbers. */
export interface Draft {
  /** Start of each task; -1 where it could not be placed. */
  readonly starts: Int32Array;
  /** Resource of each slot. */
  readonly given: Int16Array;
  readonly unplaced: number;
  readonly late: number;
  readonly makespan: number;
  readonly flow: number;
}

/**
 * Builds a plan: of the tasks whose predecessors are placed, the one that ranks first takes the earliest time at which its
 * places and people are free; gaps between earlier ones are used. Source: serial schedule generation scheme, Kolisch (1996),
 * from memory. Total; deterministic.
 */
export function placeTasks(problem: PlanProblem, order: Order): Plan {
  const compiled = compileProblem(problem);
  const far = Number.MAX_SAFE_INTEGER;
  const ranks = compiled.tasks.map((t) => order.get(t.task.key) ?? far);
  return toPlan(compiled, placeCompiled(compiled, ranks, freeChoices(compiled)));
}

/** Every slot takes what is free first. */
export function freeChoices(compiled: Compiled): Choices {
  return new Int8Array(compiled.slotCount).fill(-1);
}

/** {@link placeTasks} on numbers: rank by task, choice by slot. */
export function placeCompiled(
  compiled: Compiled,
  ranks: ArrayLike<number>,
  choices: Choices
): Draft {
  const steps = placeInSteps(compiled, ranks, choices);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** Tasks that are placed between two stops. */
const STEP_TASKS = 250;

/** The same, with a stop now and then in which a caller can let others work. */
export function* placeInSteps(
  compiled: Compiled,
  ranks: ArrayLike<number>,
  choices: Choices
): Generator<undefined, Draft> {
  const { tasks } = compiled;
  const busy = compiled.taken.map((spans): Busy => ({
    spans: spans.slice(),
    known: new Int32Array(KNOWN_LENGTHS).fill(compiled.earliest)
  }));
  const starts = new Int32Array(tasks.length).fill(-1);
  const given = new Int16Array(compiled.slotCount).fill(-1);
  const ends = compiled.ends.slice();
  const from = Int32Array.from(tasks, (t) => t.from);
  const full = new Int32Array(compiled.kindCount).fill(compiled.earliest);
  let placed = 0;
  let seen = 0;
  for (const i of inOrder(tasks, ranks)) {
    if (++seen % STEP_TASKS === 0) yield undefined;
    const task = tasks[i] as CompiledTask;
    // what hangs on something that could not be placed is not placed either
    const start = findStart(compiled, { busy, task, choices, given, full }, from[i] as number);
    starts[i] = start;
    for (const n of task.next)
      from[n] = start < 0 ? NEVER : Math.max(from[n] as number, start + task.minutes);
    if (start < 0) continue;
    placed++;
    ends[task.job] = Math.max(ends[task.job] ?? 0, start + task.minutes);
    for (const [k, slot] of task.slots.entries())
      take(busy[given[task.slotBase + k] as number] as Busy, start + slot.offset, slot.minutes);
  }
  return { starts, given, unplaced: tasks.length - placed, ...sumUp(compiled, ends) };
}

function sumUp({ due }: Compiled, ends: readonly number[]) {
  let late = 0;
  let makespan = 0;
  let flow = 0;
  for (const [job, end] of ends.entries()) {
    late += Math.max(0, end - (due[job] as number));
    makespan = Math.max(makespan, end);
    flow += end;
  }
  return { late, makespan, flow };
}

/** Numbers of the tasks, predecessors first, by rank; what a person moved goes before all others. */
function* inOrder(tasks: readonly CompiledTask[], ranks: ArrayLike<number>): Generator<number> {
  const open = Int32Array.from(tasks, (t) => t.before.length);
  const rank = (i: number) => ((tasks[i] as CompiledTask).task.pinned ? -1 : (ranks[i] as number));
  const ready: number[] = [];
  for (let i = 0; i < tasks.length; i++) if (open[i] === 0) ready.push(i);
  ready.sort((a, b) => rank(b) - rank(a));
  for (let i = ready.pop(); i !== undefined; i = ready.pop()) {
    yield i;
    for (const n of (tasks[i] as CompiledTask).next) {
      open[n] = (open[n] as number) - 1;
      if (open[n] === 0) insertSorted(ready, n, rank);
    }
  }
}

/** What is taken of one resource while a plan is built. */
interface Busy {
  /** Shape: start and end, flat and ascending. */
  readonly spans: number[];
  /** By length: between the earliest start and this there is no gap so long. Gaps only shrink, so it stays true. */
  readonly known: Int32Array;
}

/** Lengths of which it is remembered. Units: minutes. */
const KNOWN_LENGTHS = 256;

interface Look {
  readonly busy: readonly Busy[];
  readonly task: CompiledTask;
  readonly choices: Choices;
  readonly given: Int16Array;
  /** By kind of task: before this there is no room for one. Room only shrinks, so it stays true. */
  readonly full: Int32Array;
}

/** A task that needs more tries than that for its time is not placed. */
const MOST_TRIES = 5_000;

/** First start from `from` on, and what is learnt from it for tasks of the same kind. -1 when there is none. */
function findStart(compiled: Compiled, look: Look, from: number): number {
  const { full, task } = look;
  // what hangs on something that could not be placed is not placed either
  if (from >= NEVER) return -1;
  const least = full[task.kind] as number;
  const start = find(compiled, look, Math.max(from, least));
  if (from <= least && isFree(look)) full[task.kind] = start < 0 ? NEVER : start;
  return start;
}

/** Nobody chose for it: it took what there was first. */
function isFree({ task, choices }: Look): boolean {
  for (let k = 0; k < task.slots.length; k++)
    if ((choices[task.slotBase + k] as number) >= 0) return false;
  return true;
}

/** First start at which hours, places and people fit; what was taken stands in `given`. -1 when there is none. */
function find({ problem }: Compiled, look: Look, from: number): number {
  let start = from;
  for (let tries = 0; tries < MOST_TRIES && start < NEVER; tries++) {
    const inside = moveInside(problem.open, look.task.attended, start);
    const next = inside === start ? fit(look, start) : inside;
    if (next === start) return start;
    start = next;
  }
  return -1;
}

/** Minutes of a span that are left at a time; negative when it is over. */
const roomIn = ({ start, end }: Span, from: number) => end - (start > from ? start : from);

/** The start itself when every attended phase lies inside one opening, else a later one. */
function moveInside(
  open: readonly Span[],
  attended: CompiledTask['attended'],
  start: number
): number {
  for (const { offset, minutes } of attended) {
    const from = start + offset;
    let i = 0;
    while (i < open.length && roomIn(open[i] as Span, from) < minutes) i++;
    const span = open[i];
    if (!span) return NEVER;
    if (span.start > from) return span.start - offset;
  }
  return start;
}

/** The start itself when every slot finds something free, else the first later start that none of them rules out. */
function fit({ busy, task, choices, given }: Look, start: number): number {
  let next = start;
  const { slots, slotBase } = task;
  // the innermost loop of the search: plain indices
  for (let k = 0; k < slots.length; k++) {
    const slot = slots[k] as Slot;
    const wish = choices[slotBase + k] as number;
    let soonest = NEVER;
    for (let i = 0; i < slot.options.length; i++) {
      if (wish >= 0 && i !== wish) continue;
      const id = slot.options[i] as number;
      if (slot.phase < 0 && next === start && isTaken(slots, k, { id, given, base: slotBase }))
        continue;
      const at = nextFree(busy[id] as Busy, start + slot.offset, slot.minutes) - slot.offset;
      if (at >= soonest) continue;
      soonest = at;
      given[slotBase + k] = id;
      if (at === start) break;
    }
    if (soonest > next) next = soonest;
  }
  return next;
}

/** Does an earlier place of the same task take it already? */
function isTaken(
  slots: readonly Slot[],
  k: number,
  { id, given, base }: { id: number; given: Int16Array; base: number }
): boolean {
  for (let j = 0; j < k; j++)
    if ((slots[j] as Slot).phase < 0 && given[base + j] === id) return true;
  return false;
}

/** First span of a flat list that ends after a time. */
function firstAfter(spans: readonly number[], time: number): number {
  let low = 0;
  let high = spans.length / 2;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((spans[2 * middle + 1] as number) > time) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** First time from `start` on at which something is free for `minutes`. */
function nextFree({ spans, known }: Busy, start: number, minutes: number): number {
  const least = known[minutes] ?? 0;
  let at = start < least ? least : start;
  for (let i = 2 * firstAfter(spans, at); i < spans.length; i += 2) {
    if ((spans[i] as number) >= at + minutes) break;
    at = Math.max(at, spans[i + 1] as number);
  }
  // beyond the table a write is ignored
  if (start <= least) known[minutes] = at;
  return at;
}

/** Keeps the spans ascending. */
function take({ spans }: Busy, start: number, minutes: number): void {
  if (minutes === 0) return;
  spans.splice(2 * firstAfter(spans, start), 0, start, start + minutes);
}

/** A draft with names again. */
export function toPlan(compiled: Compiled, draft: Draft): Plan {
  const { tasks, names, running } = compiled;
  const placed: Placed[] = [...running];
  const unplaced: string[] = [];
  for (const [i, { task, slots, slotBase, minutes }] of tasks.entries()) {
    const start = draft.starts[i] as number;
    if (start < 0) {
      unplaced.push(task.key);
      continue;
    }
    const nameOf = (slot: number) => names[draft.given[slotBase + slot] as number] as string;
    const people: (string | undefined)[] = task.phases.map(() => undefined);
    for (const [k, s] of slots.entries()) if (s.phase >= 0) people[s.phase] = nameOf(k);
    const places = slots.flatMap((s, k) => (s.phase < 0 ? nameOf(k) : []));
    placed.push({ key: task.key, job: task.job, start, end: start + minutes, places, people });
  }
  return { placed, unplaced, score: computeScore(placed, compiled.problem.due) };
}
