import { judge, type Judgement } from '../base/verdict.ts';
import { improvePlan, roundsFor } from './improve-plan.ts';
import { computeHeads } from './lower-bound.ts';
import type { Plan, PlanProblem, Span, Task } from './problem.ts';

export interface LateJob {
  readonly job: number;
  /** Undefined when part of it cannot be planned at all: it never ends. */
  readonly end: number | undefined;
  readonly due: number;
  /** What would bring it in on time, or that nothing can. Times in the parameters: minutes of the plan. */
  readonly saves: readonly Judgement[];
}

/** Late jobs that are told what would save them; half as many where a try takes long. */
const MOST_LATE = 6;
const MANY_TASKS = 500;
/** Plans of a try in a shop of usual size, and the priority rules before them. */
const TRY_ROUNDS = 60;
const TRY_RULES = 2;
const LONGER_MINUTES = 120;

/** End of each job in a plan; infinite when part of it has no place. Units: minutes. */
export function endsOf(problem: PlanProblem, plan: Plan): Map<number, number> {
  const ends = new Map<number, number>();
  for (const p of plan.placed) ends.set(p.job, Math.max(ends.get(p.job) ?? 0, p.end));
  const missing = new Set(plan.unplaced);
  for (const t of problem.tasks) if (missing.has(t.key)) ends.set(t.job, Infinity);
  return ends;
}

/**
 * Jobs that miss their promise, those that cannot be planned whole before all, then the worst, and what would save each:
 * putting it first (and whom that makes late), longer hours today and after, one more pair of hands, one more place. A
 * promise that nothing can keep is told with the earliest end. Tries are short plans of their own, so it is an advice and
 * no proof; after each piece of one the caller may let others work.
 */
export function* findLate(problem: PlanProblem, plan: Plan): Generator<undefined, LateJob[]> {
  const ends = endsOf(problem, plan);
  const endOf = (job: number) => ends.get(job) ?? -Infinity;
  const late = [...problem.due]
    .filter(([job, due]) => endOf(job) > due)
    .sort(([a, x], [b, y]) => sortable(endOf(b) - y) - sortable(endOf(a) - x) || a - b);
  yield undefined;
  const heads = computeHeads(problem);
  yield undefined;
  const most = problem.tasks.length > MANY_TASKS ? MOST_LATE / 2 : MOST_LATE;
  const told: LateJob[] = [];
  let tried = 0;
  for (const [job, due] of late) {
    if (endOf(job) === Infinity) {
      told.push({ job, end: undefined, due, saves: [] });
      continue;
    }
    const saves = tried++ < most ? yield* savesOf(problem, { job, due }, { heads, ends }) : [];
    told.push({ job, end: endOf(job), due, saves });
  }
  return told;
}

/** Endless lateness as a number that can be taken from another. */
const sortable = (minutes: number) => Math.min(minutes, Number.MAX_SAFE_INTEGER);

function* savesOf(
  problem: PlanProblem,
  { job, due }: { job: number; due: number },
  { heads, ends }: { heads: ReadonlyMap<string, Span>; ends: ReadonlyMap<number, number> }
): Generator<undefined, Judgement[]> {
  const own = problem.tasks.filter((t) => t.job === job);
  const earliest = Math.max(0, ...own.map((t) => heads.get(t.key)?.end ?? 0));
  const saves: Judgement[] = [];
  if (earliest <= due) {
    // alone in the shop it would be on time: what if it goes first?
    const first = yield* attempt(job, {
      ...problem,
      due: new Map([...problem.due, [job, earliest]])
    });
    const end = first.get(job) ?? Number.POSITIVE_INFINITY;
    const pushed = [...first].filter(
      ([other, at]) =>
        other !== job &&
        at > (problem.due.get(other) ?? Number.POSITIVE_INFINITY) &&
        (ends.get(other) ?? 0) <= (problem.due.get(other) ?? 0)
    );
    if (end <= due)
      saves.push(
        judge('look', 'plan.save.first', { end, pushed: pushed.map(([n]) => n).join(', ') })
      );
  }
  for (const [code, changed] of [
    ['plan.save.hours', () => longer(problem)],
    ['plan.save.hands', () => withOneMore(problem, 'hands')],
    ['plan.save.place', () => withOneMore(problem, 'place')]
  ] as const) {
    const other = changed();
    yield undefined;
    const end = (yield* attempt(job, other)).get(job) ?? Number.POSITIVE_INFINITY;
    if (end <= due) saves.push(judge('look', code, { end, minutes: LONGER_MINUTES }));
  }
  return saves.length > 0 ? saves : [judge('stop', 'plan.save.none', { earliest })];
}

/** Ends of the jobs in a short try of another shop. */
function* attempt(seed: number, problem: PlanProblem): Generator<undefined, Map<number, number>> {
  const rounds = Math.min(TRY_ROUNDS, roundsFor(problem.tasks.length, TRY_ROUNDS));
  const steps = improvePlan(problem, { seed, rounds, rules: TRY_RULES });
  for (;;) {
    const next = steps.next();
    if (next.done) return endsOf(problem, next.value);
    yield undefined;
  }
}

/** Every day is open longer in the evening. */
function longer(problem: PlanProblem): PlanProblem {
  const ends = new Set(problem.open.map((o) => o.end));
  const stretch = (s: Span) => (ends.has(s.end) ? { ...s, end: s.end + LONGER_MINUTES } : s);
  return { ...problem, working: problem.working.map(stretch), open: problem.open.map(stretch) };
}

function withOneMore(problem: PlanProblem, what: 'hands' | 'place'): PlanProblem {
  const more = (list: readonly string[]) =>
    list.length > 0 ? [...list, `more-${what}-${[...list].sort().join('-')}`] : list;
  return {
    ...problem,
    tasks: problem.tasks.map((t): Task =>
      what === 'place'
        ? { ...t, places: t.places.map(more) }
        : {
            ...t,
            phases: t.phases.map((p) => ({
              ...p,
              people: p.hands ? [...p.people, 'more-hands'] : []
            }))
          }
    )
  };
}
