import { placeTasks } from './place-tasks.ts';
import type { PlanProblem, Task } from './problem.ts';
import { weigh } from './score.ts';

/**
 * The best weight that any order and any choice of places and people gives: the slow twin of the search, for small cases
 * only (six tasks are about fifty thousand plans). An optimum is among them, because every plan without needless waiting
 * comes out of one of these orders.
 */
export function bruteForce(problem: PlanProblem): number {
  const jobs = new Set(problem.tasks.map((t) => t.job)).size;
  const orders = permutations(problem.tasks.map((t) => t.key));
  let best = Number.POSITIVE_INFINITY;
  for (const tasks of choices(problem.tasks)) {
    for (const order of orders) {
      const plan = placeTasks({ ...problem, tasks }, new Map(order.map((key, i) => [key, i])));
      best = Math.min(best, weigh(plan.score, jobs));
    }
  }
  return best;
}

function permutations<T>(list: readonly T[]): T[][] {
  if (list.length < 2) return [[...list]];
  return list.flatMap((x, i) =>
    permutations([...list.slice(0, i), ...list.slice(i + 1)]).map((rest) => [x, ...rest])
  );
}

/** Every way to name one place of each list and one person for the hands of each task. */
function choices(tasks: readonly Task[]): Task[][] {
  const [first, ...rest] = tasks;
  if (!first) return [[]];
  const tails = choices(rest);
  const places = first.places.reduce<string[][][]>(
    (sets, list) => sets.flatMap((s) => list.map((id) => [...s, [id]])),
    [[]]
  );
  const people = first.phases.find((p) => p.hands)?.people ?? [''];
  return places.flatMap((own) =>
    people.flatMap((person) =>
      tails.map((tail) => [
        {
          ...first,
          places: own,
          phases: first.phases.map((p) => ({ ...p, people: p.hands ? [person] : [] }))
        },
        ...tail
      ])
    )
  );
}
