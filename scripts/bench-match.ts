// Rows of the bench for the shelf and for the plan.
import { readFileSync } from 'node:fs';
import pino from 'pino';
import { bruteForce } from '../core/src/plan/brute-force.ts';
import { inventBench, jobShop } from '../core/src/plan/examples.ts';
import { minutesInside } from '../core/src/plan/hours.ts';
import { improvePlan, roundsFor, solvePlan } from '../core/src/plan/improve-plan.ts';
import { computeLowerBound } from '../core/src/plan/lower-bound.ts';
import { inventSmall } from '../core/src/plan/random-problem.ts';
import { findLate } from '../core/src/plan/save-late.ts';
import { weigh } from '../core/src/plan/score.ts';
import { createRoot } from '../app/src/lib/server/root.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { findFits } from '../app/src/lib/server/services/match/stock.ts';
import { at, startWorld, TEST_KEY } from '../tests/support/shop.ts';
import { median, race, report } from './bench-support.ts';

/** Shelf units with ten-digit numbers of all families; one in five hundred carries the number that is looked for. */
const fill = (from: number, to: number) => `
  insert into unit (tag, family_id, place, stock, label_numbers)
    select 'B' || n, case n % 4 when 0 then 'HV-EC4' when 1 then 'QN-TC2' when 2 then 'PW-BD1' else 'MD-CM5' end,
      'shelf', 'blank', jsonb_build_object('hardware-number',
        case when n % 500 = 0 then '0731204418' else lpad((n * 7919 % 9999999967)::text, 10, '0') end)
    from generate_series(${from}, ${to}) n;
  analyze unit;`;

/** What on a shelf of 100 000 would fit, against the same question on a shelf of 1000. */
export async function matchShelf(url: string): Promise<void> {
  const world = await startWorld(0);
  const root = await createRoot({
    databaseUrl: url,
    key: TEST_KEY,
    worldUrl: world.url,
    profilesDir: at('profiles'),
    migrationsDir: at('app/drizzle'),
    demo: true,
    log: pino({ level: 'silent' })
  });
  const { deps } = root;
  const view = await loadJobView(deps, 2031);
  if (!view) throw new Error('job 2031');
  const timed = async () => {
    const times: number[] = [];
    let found = 0;
    for (let i = 0; i < 25; i++) {
      const start = performance.now();
      found = (await findFits(deps, view)).length;
      times.push(performance.now() - start);
    }
    return { ms: median(times), found };
  };
  await deps.db.$client.query(fill(1, 1000));
  const small = await timed();
  await deps.db.$client.query(fill(1001, 100_000));
  const large = await timed();
  const perUnit = large.ms / large.found / (small.ms / small.found);
  report('a fit out of 100 000 shelf numbers / out of 1000, each found', perUnit, {
    aim: '<= 3  ',
    ok: perUnit <= 3 && large.found >= 200,
    detail: `${large.ms.toFixed(1)} ms for ${large.found} / ${small.ms.toFixed(1)} ms for ${small.found}`
  });
  const unindexed = () =>
    deps.db.$client.query(
      `select * from unit where stock is not null and label_numbers->>'hardware-number' || '' = '0731204418'`
    );
  const [fits, scan] = await race(15, () => findFits(deps, view), unindexed);
  report('what would fit, judged / the bare question without an index', fits / scan, {
    aim: '<= 1  ',
    ok: fits / scan <= 1,
    detail: `${fits.toFixed(1)} ms / ${scan.toFixed(1)} ms`
  });
  await root.close();
  world.stop();
}

/** Five tasks of two jobs with their promises, two people, two stations, perhaps the frame. */
/** How far the plans are from the optimum of small cases, of the literature, and from the bound of a large one. */
export function planGaps(): void {
  const small = Array.from({ length: 500 }, (_, i) => {
    const problem = inventSmall(i + 1);
    const jobs = new Set(problem.tasks.map((t) => t.job)).size;
    const rounds = roundsFor(problem.tasks.length);
    const plan = solvePlan(problem, { seed: 1, rounds });
    if (plan.unplaced.length > 0) return 1;
    const weight = weigh(plan.score, jobs);
    return weight / bruteForce(problem, weight);
  });
  const worst = Math.max(...small);
  report('plan / optimum by brute force, worst of 500 small benches', worst, {
    aim: '<= 1.05',
    ok: worst <= 1.05
  });
  const instances = JSON.parse(
    readFileSync(new URL('../core/src/plan/instances.json', import.meta.url), 'utf8')
  ) as { name: string; optimum: number; jobs: number[][] }[];
  for (const { name, optimum, jobs } of instances) {
    const { makespan } = solvePlan(jobShop(jobs), { seed: 1, rounds: 4000 }).score;
    report(`plan / known optimum of ${name}`, makespan / optimum, {
      aim: '<= 1.15',
      ok: makespan / optimum <= 1.15,
      detail: `${makespan} / ${optimum}`
    });
  }
  for (const seed of [11, 12, 13]) {
    const problem = { ...inventBench(40, seed), due: new Map<number, number>() };
    const start = performance.now();
    const rounds = roundsFor(problem.tasks.length);
    const { makespan } = solvePlan(problem, { seed: 1, rounds }).score;
    const tookMs = performance.now() - start;
    const bound = computeLowerBound(problem);
    const hours = (end: number) => minutesInside(problem.open, end);
    const gap = hours(makespan) / hours(bound);
    report(`plan of 40 jobs / lower bound, opening hours, bench ${seed}`, gap, {
      aim: '<= 1.15',
      ok: gap <= 1.15,
      detail: `by the clock ${(makespan / bound).toFixed(2)}, ${problem.tasks.length} tasks, ${tookMs.toFixed(0)} ms`
    });
  }
}

/** A shop with two hundred open jobs: how long its plan takes, and how long it keeps everybody else waiting. */
export function planMany(): void {
  const problem = inventBench(200, 11);
  const plan = timeSteps(
    improvePlan(problem, { seed: 1, rounds: roundsFor(problem.tasks.length) })
  );
  const late = timeSteps(findLate(problem, plan.value));
  const seconds = (plan.tookMs + late.tookMs) / 1000;
  report('seconds for the plan of 200 open jobs, advice for late ones included', seconds, {
    ...{ aim: '< 5 ', ok: seconds < 5 },
    detail: `${problem.tasks.length} tasks, ${late.value.length} late, ${plan.value.unplaced.length} without a place`
  });
  const longest = Math.max(plan.longestMs, late.longestMs);
  report('its longest step between two breaths, ms', longest, { aim: '< 50 ', ok: longest < 50 });
}

function timeSteps<T>(steps: Generator<unknown, T>) {
  const begun = performance.now();
  let longestMs = 0;
  for (let last = begun; ;) {
    const step = steps.next();
    const now = performance.now();
    longestMs = Math.max(longestMs, now - last);
    last = now;
    if (step.done) return { value: step.value, tookMs: now - begun, longestMs };
  }
}
