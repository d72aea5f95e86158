import { describe, expect, it } from 'vitest';
import { all, phase, startOf, task } from './cases.ts';
import { checkPlan } from './check-plan.ts';
import { solvePlan } from './improve-plan.ts';
import { placeTasks } from './place-tasks.ts';
import type { Plan, PlanProblem, Task } from './problem.ts';
import { endsOf, findLate, type LateJob } from './save-late.ts';
import { findCycles } from './sequence.ts';

const drain = <T>(steps: Generator<undefined, T>): T => {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
};
describe('rules of the shop', () => {
  const hands = (minutes: number, people: readonly string[] = ['p:a']) => [
    { minutes, hands: true, attended: false, people }
  ];
  it('uses the waiting time of one job for the hands of another', () => {
    const reading = task('1/read', {
      phases: [...hands(10), { minutes: 60, hands: false, attended: false, people: [] }]
    });
    const opening = task('2/open', { phases: hands(30), places: [] });
    const plan = solvePlan(all([reading, opening]), { seed: 1, rounds: 20 });
    expect(plan.score.makespan).toBe(70);
    expect(startOf(plan, '2/open')).toBe(10);
  });
  it('hands stop for lunch, waiting goes on', () => {
    const hours = {
      working: [
        { start: 0, end: 20 },
        { start: 50, end: 200 }
      ],
      open: [{ start: 0, end: 200 }]
    };
    const wait = { minutes: 40, hands: false, attended: true, people: [] };
    const plan = placeTasks(
      all(
        [
          task('1/w', { phases: [...hands(10), wait] }),
          task('2/h', { phases: hands(15), places: [] })
        ],
        hours
      ),
      new Map([['1/w', 0]])
    );
    expect(startOf(plan, '1/w')).toBe(0);
    expect(startOf(plan, '2/h')).toBe(50);
  });
  it('a write that would run over closing time waits for the morning, a read may run on', () => {
    const hours = {
      working: [
        { start: 0, end: 100 },
        { start: 1440, end: 1540 }
      ],
      open: [
        { start: 0, end: 100 },
        { start: 1440, end: 1540 }
      ]
    };
    const long = (attended: boolean) => [
      ...hands(10),
      { minutes: 60, hands: false, attended, people: [] }
    ];
    const at = (attended: boolean) =>
      startOf(
        placeTasks(all([task('1/x', { phases: long(attended), earliest: 50 })], hours), new Map()),
        '1/x'
      );
    expect(at(true)).toBe(1440);
    expect(at(false)).toBe(50);
  });
  it('a phase that fits into no day is named, and what hangs on it', () => {
    const plan = placeTasks(
      all([task('1/a', { phases: hands(2000) }), task('1/b', { after: ['1/a'] }), task('2/c')]),
      new Map()
    );
    expect(plan.unplaced).toEqual(['1/a', '1/b']);
    expect(plan.placed.map((p) => p.key)).toEqual(['2/c']);
  });
  it('nobody who can do it: named, not forgotten', () => {
    expect(placeTasks(all([task('1/a', { phases: hands(5, []) })]), new Map()).unplaced).toEqual([
      '1/a'
    ]);
  });
  it('what a person moved comes first at its time and place, the rest goes round it', () => {
    const moved = task('1/a', {
      pinned: { at: 15, to: 's:2' },
      places: [['s:1', 's:2']]
    });
    const other = task('2/b', { places: [['s:2']], earliest: 12 });
    const plan = solvePlan(all([moved, other]), { seed: 1, rounds: 50 });
    expect(startOf(plan, '1/a')).toBe(15);
    expect(plan.placed.find((p) => p.key === '1/a')?.places).toEqual(['s:2']);
    expect(startOf(plan, '2/b')).toBe(25);
  });
  it('what runs stays where it is and holds its place', () => {
    const running = task('1/a', { running: { start: 3, end: 33, places: ['s:1'] } });
    const plan = placeTasks(all([running, task('2/b')]), new Map());
    expect(startOf(plan, '2/b')).toBe(33);
  });
  it('what runs keeps one of every list, and the person until the hands are done', () => {
    const wired: Partial<Task> = {
      phases: [
        ...hands(10, ['p:a', 'p:b']),
        { minutes: 50, hands: false, attended: false, people: [] }
      ],
      places: [['s:1', 's:2'], ['k:frame']]
    };
    const running = task('1/a', {
      ...wired,
      running: { start: 0, end: 60, places: ['s:2'], person: 'p:a' }
    });
    const next = task('2/b', { ...wired, places: [['s:1'], ['k:frame']] });
    const other = task('3/c', { phases: hands(5, ['p:a']), places: [] });
    const problem = all([running, next, other]);
    const plan = placeTasks(problem, new Map());
    expect(plan.placed[0]?.places).toEqual(['s:2', 'k:frame']);
    // the frame is held to the end, the person until the connecting is over
    expect(startOf(plan, '2/b')).toBe(60);
    expect(startOf(plan, '3/c')).toBe(10);
    expect(checkPlan(problem, plan)).toEqual([]);
    const two = all([
      { ...running, key: '8/x', running: { start: 0, end: 60, places: [], person: undefined } },
      { ...running, key: '9/y', running: { start: 0, end: 60, places: [], person: undefined } },
      task('2/b', { places: [['s:1', 's:2']] })
    ]);
    // two that run and whose station nobody noted hold both
    expect(startOf(placeTasks(two, new Map()), '2/b')).toBe(60);
    const late = all([
      task('1/h', { phases: hands(10), running: { start: 0, end: 40, places: [], person: 'p:a' } }),
      other
    ]);
    expect(startOf(placeTasks(late, new Map()), '3/c')).toBe(40);
  });
  it('a ring is reported, what hangs on it cannot be placed, the rest is planned', () => {
    const ring = [
      task('1/a', { after: ['1/c'] }),
      task('1/b', { after: ['1/a'] }),
      task('1/c', { after: ['1/b'] }),
      task('1/d', { after: ['1/b'] }),
      task('2/e', { after: ['2/e'] }),
      task('3/f')
    ];
    expect(findCycles(ring)).toEqual([['1/a', '1/b', '1/c'], ['2/e']]);
    const problem = all(ring);
    const plan = solvePlan(problem, { seed: 1, rounds: 20 });
    expect(plan.unplaced).toEqual(['1/a', '1/b', '1/c', '1/d', '2/e']);
    expect(startOf(plan, '3/f')).toBe(0);
    expect(checkPlan(problem, plan)).toEqual([]);
    expect(findCycles([task('1/a'), task('1/b', { after: ['1/a', '1/gone'] })])).toEqual([]);
    // a chain of ten thousand is no ring, and no stack overflow
    const chain = Array.from({ length: 10_000 }, (_, i) =>
      task(`1/${i}`, { after: [`1/${i + 1}`] })
    );
    expect(findCycles(chain)).toEqual([]);
  });
  it('a step that is done holds nothing up', () => {
    const plan = placeTasks(all([task('1/b', { after: ['1/gone'] })]), new Map());
    expect(plan.unplaced).toEqual([]);
    expect(checkPlan(all([task('1/b', { after: ['1/gone'] })]), plan)).toEqual([]);
  });
  it('the checker sees what a plan must not do', () => {
    const problem = all([task('1/a'), task('2/b', { after: ['1/a'] })]);
    const wrong: Plan = {
      placed: [
        { key: '1/a', job: 1, start: 5, end: 15, places: ['s:1'], people: [undefined] },
        { key: '2/b', job: 2, start: 10, end: 20, places: ['s:1'], people: [undefined] }
      ],
      unplaced: [],
      score: { late: 0, makespan: 20, flow: 35 }
    };
    expect(checkPlan(problem, wrong).map((b) => b.rule)).toEqual(['order', 'twice']);
    expect(checkPlan(problem, { ...wrong, placed: [] }).map((b) => b.rule)).toEqual([
      'missing',
      'missing'
    ]);
  });
});

describe('late jobs', () => {
  const late = (problem: PlanProblem): LateJob[] =>
    drain(findLate(problem, solvePlan(problem, { seed: 1, rounds: 60 })));
  const codes = (l: LateJob | undefined) => l?.saves.map((s) => s.code);
  it('a promise that nothing can keep is told with the earliest end', () => {
    const [only] = late(all([task('1/a')], { due: new Map([[1, 4]]) }));
    expect(only).toMatchObject({ job: 1, end: 10, due: 4 });
    expect(only?.saves).toMatchObject([{ code: 'plan.save.none', params: { earliest: 10 } }]);
  });
  it('one more place saves what queues for one', () => {
    const problem = all([task('1/a'), task('2/b')], {
      due: new Map([
        [1, 10],
        [2, 10]
      ])
    });
    const [only, ...none] = late(problem);
    expect(none).toEqual([]);
    expect(codes(only)).toContain('plan.save.place');
    expect(codes(only)).not.toContain('plan.save.none');
  });
  it('longer hours save what just misses the evening', () => {
    const hands = [{ minutes: 60, hands: true, attended: false, people: ['p:a'] }];
    const problem = all(
      [task('1/a', { phases: hands }), task('1/b', { phases: hands, after: ['1/a'] })],
      {
        working: [
          { start: 0, end: 100 },
          { start: 1440, end: 1540 }
        ],
        open: [
          { start: 0, end: 100 },
          { start: 1440, end: 1540 }
        ],
        due: new Map([[1, 200]])
      }
    );
    expect(codes(late(problem)[0])).toContain('plan.save.hours');
  });
  it('a promised job that cannot be planned whole is late, whatever the rest of it does', () => {
    const never = task('1/b', {
      phases: [{ ...phase, minutes: 5000, hands: true, people: ['p:a'] }]
    });
    const problem = all([task('1/a'), never, task('2/c', { places: [['s:2']] })], {
      due: new Map([
        [1, 900],
        [2, 5]
      ])
    });
    expect(late(problem).map((l) => [l.job, l.end])).toEqual([
      [1, undefined],
      [2, 10]
    ]);
    // the part that could be placed is no end, in the advice for others either
    const plan = solvePlan(problem, { seed: 1, rounds: 20 });
    expect(endsOf(problem, plan).get(1)).toBe(Infinity);
    // nobody promised it: nothing is missed
    expect(late({ ...problem, due: new Map([[2, 10]]) })).toEqual([]);
  });
  it('nobody is late: nothing is said', () => {
    expect(late(all([task('1/a')], { due: new Map([[1, 10]]) }))).toEqual([]);
    expect(endsOf(all([task('1/a')]), placeTasks(all([task('1/a')]), new Map())).get(1)).toBe(10);
  });
});
