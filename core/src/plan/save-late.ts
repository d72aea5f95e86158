import { judge, type Judgement } from '../base/verdict.ts';
import { improvePlan } from './improve-plan.ts';
import { computeHeads } from './lower-bound.ts';
import type { Plan, PlanProblem, Span, Task } from './problem.ts';

export interface LateJob {
  readonly job: number;
  readonly end: number;
  readonly due: number;
  /** What would bring it in on time, or that nothing can. Times in the parameters: minutes of the plan. */
  readonly saves: readonly Judgement[];
}

const MOST_LATE = 6;
const TRY_ROUNDS = 60;
const LONGER_MINUTES = 120;

/** End of each job in a plan. Units: minutes. */
export function endsOf(plan: Plan): Map<number, number> {
  const ends = new Map<number, number>();
  for (const p of plan.placed) ends.set(p.job, Math.max(ends.get(p.job) ?? 0, p.end));
  return ends;
}

/**
 * Jobs that miss their promise, the worst first, and what would save each: putting it first (and whom that makes late),
 * longer hours today and after, one more pair of hands, one more place. A promise that nothing can keep is told with the
 * earliest end. Tries are short plans of their own, so it is an advice and no proof; after each
 * piece of one the caller may let others work.
 */
export function* findLate(problem: PlanProblem, plan: Plan): Generator<undefined, LateJob[]> {
  const ends = endsOf(plan);
  const late = [...ends]
    .flatMap(([job, end]) => {
      const due = problem.due.get(job);
      return due !== undefined && end > due ? [{ job, end, due }] : [];
    })
    .sort((a, b) => b.end - b.due - (a.end - a.due));
  const heads = computeHeads(problem);
  const told: LateJob[] = [];
  for (const [i, l] of late.entries()) {
    const saves = i < MOST_LATE ? yield* savesOf(problem, l, { heads, ends }) : [];
    told.push({ ...l, saves });
  }
  return told;
}

function* savesOf(
  problem: PlanProblem,
  { job, due }: { job: number; due: number },
  { heads, ends }: { heads: ReadonlyMap<string, Span>; ends: ReadonlyMap<number, number> }
): Generator<undefined, Judgement[]> {
  const own = problem.tasks.filter((t) => t.job === job);
  const earliest = Math.max(0, ...own.map((t) => heads.get(t.key)?.end ?? 0));
  const saves: Judgement[] = [];
  if (earliest <= due) {
    // alone in the house it would be on time: what if it goes first?
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
    ['plan.save.hours', longer(problem)],
    ['plan.save.hands', withOneMore(problem, 'hands')],
    ['plan.save.place', withOneMore(problem, 'place')]
  ] as const) {
    const end = (yield* attempt(job, changed)).get(job) ?? Number.POSITIVE_INFINITY;
    if (end <= due) saves.push(judge('look', code, { end, minutes: LONGER_MINUTES }));
  }
  return saves.length > 0 ? saves : [judge('stop', 'plan.save.none', { earliest })];
}

/** Ends of the jobs in a short try of another house. */
function* attempt(seed: number, problem: PlanProblem): Generator<undefined, Map<number, number>> {
  let last: Plan | undefined;
  for (const plan of improvePlan(problem, { seed, rounds: TRY_ROUNDS })) {
    last = plan;
    yield undefined;
  }
  return endsOf(last as Plan);
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
