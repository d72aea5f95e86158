import type { Placed, Score } from './problem.ts';

/** What a plan is judged by. A job ends with its last task; jobs without a promise are never late. */
export function computeScore(placed: readonly Placed[], due: ReadonlyMap<number, number>): Score {
  const ends = new Map<number, number>();
  for (const p of placed) ends.set(p.job, Math.max(ends.get(p.job) ?? 0, p.end));
  let late = 0;
  let makespan = 0;
  let flow = 0;
  for (const [job, end] of ends) {
    late += Math.max(0, end - (due.get(job) ?? Number.POSITIVE_INFINITY));
    makespan = Math.max(makespan, end);
    flow += end;
  }
  return { late, makespan, flow };
}

/** One number to minimise: what is late first, then the end of the last task, then early ends. */
export function weigh({ late, makespan, flow }: Score, jobs: number): number {
  return late * 1000 + makespan * 10 + flow / Math.max(1, jobs);
}
