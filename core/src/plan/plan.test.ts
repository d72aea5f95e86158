import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { bruteForce } from './brute-force.ts';
import { all, startOf, task } from './cases.ts';
import { checkPlan } from './check-plan.ts';
import { inventBench, jobShop } from './examples.ts';
import { minutesInside } from './hours.ts';
import { compileProblem } from './compile.ts';
import { improvePlan, roundsFor, solvePlan } from './improve-plan.ts';
import { computeLowerBound } from './lower-bound.ts';
import { inventSmall } from './random-problem.ts';
import { weigh } from './score.ts';

interface Instance {
  readonly name: string;
  readonly optimum: number;
  readonly source: string;
  readonly jobs: readonly (readonly number[])[];
}
const instances = JSON.parse(
  readFileSync(new URL('instances.json', import.meta.url), 'utf8')
) as Instance[];
/** How near each is met; the optimum itself for the first. */
const WITHIN: Readonly<Record<string, number>> = { ft06: 1.0001, la01: 1.01, ft10: 1.15 };

describe('instances of the literature with known optimum', () => {
  for (const { name, optimum, jobs } of instances) {
    it(`${name}: a plan that holds, never under the optimum, the bound never over it`, () => {
      const problem = jobShop(jobs);
      const plan = solvePlan(problem, { seed: 1, rounds: 4000 });
      expect(checkPlan(problem, plan)).toEqual([]);
      expect(plan.score.makespan).toBeGreaterThanOrEqual(optimum);
      expect(plan.score.makespan / optimum).toBeLessThan(WITHIN[name] ?? 1);
      expect(computeLowerBound(problem)).toBeLessThanOrEqual(optimum);
    });
  }
  it('the data is what the literature says: the busiest machine of la01 has 666 minutes', () => {
    const la01 = instances.find((i) => i.name === 'la01');
    expect(computeLowerBound(jobShop(la01?.jobs ?? []))).toBe(666);
  });
});

describe('against every possible plan of small benches', () => {
  it('500 with alternatives for places and people: at most five percent from the best there is', () => {
    const gaps: string[] = [];
    let choices = 0;
    for (let seed = 1; seed <= 500; seed++) {
      const problem = inventSmall(seed);
      const jobs = new Set(problem.tasks.map((t) => t.job)).size;
      const plan = solvePlan(problem, { seed: 3, rounds: roundsFor(problem.tasks.length) });
      const whole = plan.unplaced.length === 0;
      const weight = whole ? weigh(plan.score, jobs) : Number.POSITIVE_INFINITY;
      const optimum = bruteForce(problem, weight);
      choices += compileProblem(problem).choosable.length;
      expect(checkPlan(problem, plan), `bench ${seed}`).toEqual([]);
      expect(whole, `bench ${seed}`).toBe(Number.isFinite(optimum));
      if (!whole) continue;
      expect(plan.score.makespan).toBeGreaterThanOrEqual(computeLowerBound(problem));
      const gap = weight / optimum;
      if (gap > 1.05) gaps.push(`bench ${seed}: ${gap.toFixed(4)}`);
    }
    expect(gaps).toEqual([]);
    expect(choices).toBeGreaterThan(1000);
  }, 240_000);
  it('takes the place that leaves the other one to whoever can go nowhere else', () => {
    // first come first served would give s:1 to the long one, and the short one would wait
    const problem = all([
      task('1/long', {
        phases: [{ minutes: 90, hands: false, attended: false, people: [] }],
        places: [['s:1', 's:2']]
      }),
      task('2/short', { places: [['s:1']], earliest: 5 })
    ]);
    const plan = solvePlan(problem, { seed: 1, rounds: 100 });
    expect(plan.placed.find((p) => p.key === '1/long')?.places).toEqual(['s:2']);
    expect(startOf(plan, '2/short')).toBe(5);
  });
});

describe('a bench of forty jobs', () => {
  const problem = inventBench(40, 11);
  const plan = solvePlan(problem, { seed: 1, rounds: 150 });
  it('nothing is used twice, hands keep the hours, nothing is written over closing time', () => {
    expect(plan.unplaced).toEqual([]);
    expect(checkPlan(problem, plan)).toEqual([]);
  });
  it('is near the lower bound, in hours of the shop', () => {
    const free = { ...problem, due: new Map<number, number>() };
    const { makespan } = solvePlan(free, { seed: 1, rounds: 1000 }).score;
    const bound = computeLowerBound(free);
    expect(bound).toBeLessThanOrEqual(makespan);
    const hours = (end: number) => minutesInside(problem.open, end);
    expect(hours(makespan) / hours(bound)).toBeLessThan(1.15);
  });
  it('the same seed gives the same plan; each look is at least as good as the one before', () => {
    const again = solvePlan(problem, { seed: 1, rounds: 150 });
    expect(again.score).toEqual(plan.score);
    let last = Number.POSITIVE_INFINITY;
    for (const step of improvePlan(inventBench(8, 5), { seed: 2, rounds: 100 })) {
      if (!step) continue;
      const weight = weigh(step.score, 8);
      expect(weight).toBeLessThanOrEqual(last);
      last = weight;
    }
  });
});
