import type { Plan, PlanProblem, Task } from './problem.ts';

/** A task of ten minutes on one place, for tests. Example: `task('1/a')` belongs to job 1. */
export const task = (key: string, change: Partial<Task> = {}): Task => ({
  ...{ key, job: Number(key.split('/')[0]), after: [], earliest: 0 },
  phases: [{ minutes: 10, hands: false, attended: false, people: [] }],
  ...{ places: [['s:1']], pinned: undefined, running: undefined },
  ...change
});
/** A shop that is open all the time, for tests. */
export const all = (tasks: Task[], change: Partial<PlanProblem> = {}): PlanProblem => ({
  ...{ tasks, working: [{ start: 0, end: 1000 }], open: [{ start: 0, end: 1000 }] },
  due: new Map(),
  ...change
});
/** Ten minutes of waiting. */
export const phase = { minutes: 10, hands: false, attended: false, people: [] };
/** When a task begins in a plan. */
export const startOf = (plan: Plan, key: string) => plan.placed.find((p) => p.key === key)?.start;
