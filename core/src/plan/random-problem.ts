import { createRandom } from '../base/random.ts';
import type { Phase, PlanProblem, Task } from './problem.ts';

/**
 * A small invented bench: one to six tasks of up to three jobs with two or three alternatives for places and people, hands
 * and waits, attended or not, lunch and a closing time, promises that are tight. The same seed gives the same bench.
 */
export function inventSmall(seed: number): PlanProblem {
  const random = createRandom(seed * 2_654_435_761 + 1);
  for (let i = 0; i < 8; i++) random();
  const upTo = (n: number) => random() % n;
  const oneOf = <T>(list: readonly T[]): T => list[upTo(list.length)] as T;
  const people = (): readonly string[] => oneOf([['p:a'], ['p:b'], ['p:a', 'p:b'], ['p:b', 'p:a']]);
  const places = (): readonly (readonly string[])[] =>
    oneOf([
      [],
      [['s:1']],
      [['s:2', 's:1']],
      [['s:1', 's:2']],
      [['s:1', 's:2', 's:3']],
      [['s:1', 's:2'], ['k:frame']],
      [
        ['s:2', 's:1'],
        ['k:a', 'k:b']
      ]
    ]);
  const hands = (): Phase => ({
    ...{ minutes: 1 + upTo(12), hands: true, attended: false, people: people() }
  });
  const wait = (): Phase => ({
    ...{ minutes: 1 + upTo(20), hands: false, attended: upTo(3) === 0, people: [] }
  });
  const phases = (): Phase[] => oneOf([() => [hands()], () => [hands(), wait()], () => [wait()]])();
  const count = 1 + upTo(6);
  const jobs = 1 + upTo(3);
  const last = new Map<number, string>();
  const tasks = Array.from({ length: count }, (_, i): Task => {
    const job = upTo(jobs);
    const key = `${job}/${i}`;
    const before = last.get(job);
    last.set(job, key);
    return {
      ...{ key, job, phases: phases(), places: places(), pinned: undefined, running: undefined },
      after: before !== undefined && upTo(3) > 0 ? [before] : [],
      earliest: upTo(4) === 0 ? upTo(15) : 0
    };
  });
  const lunch = 20 + upTo(20);
  const close = lunch + 20 + upTo(40);
  const day = (at: number) => [
    { start: at, end: at + lunch },
    { start: at + lunch + 10, end: at + close }
  ];
  const used = [...new Set(tasks.map((t) => t.job))];
  return {
    tasks,
    working: [...day(0), ...day(200), ...day(400), ...day(600)],
    open: [0, 200, 400, 600].map((at) => ({ start: at, end: at + close })),
    due: new Map(used.filter(() => upTo(3) > 0).map((job) => [job, 10 + upTo(60)]))
  };
}
