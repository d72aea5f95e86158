import { createRandom } from '../base/random.ts';
import { spreadHours, USUAL_HOURS } from './hours.ts';
import type { Phase, PlanProblem, Task } from './problem.ts';

/** A job-shop instance: for each job machine and minutes, in order. Shape: pairs, flat. */
export function jobShop(jobs: readonly (readonly number[])[]): PlanProblem {
  const tasks = jobs.flatMap((row, job) =>
    Array.from({ length: row.length / 2 }, (_, k): Task => ({
      ...BARE,
      key: `${job}/${k}`,
      job,
      phases: [{ minutes: row[2 * k + 1] as number, hands: false, attended: false, people: [] }],
      places: [[`m${row[2 * k]}`]],
      after: k > 0 ? [`${job}/${k - 1}`] : []
    }))
  );
  return { tasks, working: [], open: [], due: new Map() };
}

const BARE = { earliest: 0, pinned: undefined, running: undefined } as const;
const PEOPLE: readonly string[] = ['p:a', 'p:b'];
const STATIONS: readonly string[] = ['s:1', 's:2'];

/**
 * An invented bench with so many jobs: opening, reading, backing up, building, writing, refitting, two people, two
 * stations, one probe frame. The same seed gives the same bench; used by tests and by the bench.
 */
export function inventBench(jobs: number, seed: number): PlanProblem {
  const random = createRandom(seed);
  const between = (low: number, high: number) => low + (random() % (high - low + 1));
  const hands = (minutes: number): Phase => ({
    ...{ minutes, hands: true, attended: false, people: PEOPLE }
  });
  const wait = (minutes: number, attended = false): Phase => ({
    ...{ minutes, hands: false, attended, people: [] }
  });
  const tasks: Task[] = [];
  const due = new Map<number, number>();
  for (let job = 0; job < jobs; job++) {
    const boot = random() % 3 === 0;
    const places = boot ? [STATIONS, ['k:frame']] : [STATIONS];
    const add = (
      id: string,
      after: readonly string[],
      rest: Pick<Task, 'phases'> & Partial<Task>
    ) =>
      tasks.push({
        ...BARE,
        places: [],
        ...rest,
        ...{ key: `${job}/${id}`, job, after: after.map((a) => `${job}/${a}`) }
      });
    if (boot) add('open', [], { phases: [hands(between(15, 25))] });
    add('read', ['open'], { phases: [hands(10), wait(between(10, 40))], places });
    add('backup', ['open'], { phases: [hands(10), wait(between(10, 40))], places });
    add('build', ['read'], { phases: [hands(10)] });
    add('write', ['build', 'backup'], { phases: [hands(8), wait(between(15, 50), true)], places });
    add('refit', ['write'], { phases: [hands(between(20, 40))] });
    due.set(job, between(400, 400 + jobs * 60));
  }
  // whole minutes from the midnight of a Monday; work begins at eight
  return {
    tasks: tasks.map((t) => ({ ...t, earliest: 480 })),
    ...spreadHours(USUAL_HOURS, { firstWeekday: 1, count: 28 }),
    due
  };
}
