import { createHash } from 'node:crypto';
import { setImmediate as breathe } from 'node:timers/promises';
import { fail, ok, type Result } from '@badger/core/base/result';
import { judge, type Judgement } from '@badger/core/base/verdict';
import { improvePlan, roundsFor } from '@badger/core/plan/improve-plan';
import { endsOf, findLate, type LateJob } from '@badger/core/plan/save-late';
import { findCycles } from '@badger/core/plan/sequence';
import type { Phase, Placed, Plan, PlanProblem } from '@badger/core/plan/problem';
import type { NamedTask } from '@badger/core/plan/job-facts';
import type { PlanData, PlannedTask } from '../../../plan-types.ts';
import type { PlanMark } from '../../../schema/requests.ts';
import type { Deps } from '../../deps.ts';
import { listLatestChoices } from '../../repositories/choices.ts';
import { appendEvent } from '../../repositories/events.ts';
import { listJobs } from '../../repositories/jobs.ts';
import { listKit } from '../../repositories/kit.ts';
import { listSkills, type Person } from '../../repositories/people.ts';
import { dropMark, listMarks, setMark, type MarkValues } from '../../repositories/plan.ts';
import { loadHours } from '../shop/shop-settings.ts';
import { buildJobViews, type JobView } from '../job/job-view.ts';
import { buildProblem, type BuiltProblem } from './plan-problem.ts';
import { measuredOn } from './accesses.ts';
import { actOnJob } from '../job/act-on-job.ts';

/** Open jobs that are planned at most, those promised first. */
const MOST_JOBS = 250;
/** Longest time that the server computes without letting others work. Units: ms. */
const BREATH_MS = 12;

interface Solved {
  readonly plan: Plan;
  readonly late: readonly LateJob[];
}

/** The newest plan of each process: the same jobs at the same minute are planned once, whoever asks meanwhile. */
const kept = new WeakMap<Deps, { readonly hash: string; readonly solved: Promise<Solved> }>();

/** The plan of all open jobs as of now. */
export async function loadPlan(deps: Deps, now = deps.clock.now()): Promise<PlanData> {
  const jobs = await listJobs(deps.db, { openOnly: true, page: { limit: MOST_JOBS, offset: 0 } });
  const views = await buildJobViews(deps, jobs);
  const jobIds = jobs.map((j) => j.id);
  const families = [...new Set(jobs.map((j) => j.familyId))];
  const [people, kit, hours, marks, choices, measured] = await Promise.all([
    listSkills(deps.db),
    listKit(deps.db),
    loadHours(deps.db),
    listMarks(deps.db, jobIds),
    listLatestChoices(deps.db, jobIds),
    Promise.all(families.map(async (f) => [f, await measuredOn(deps, f)] as const))
  ]);
  const built = buildProblem(deps, {
    ...{ views, people, kit, hours, marks, now },
    choices: new Map(choices.map((c) => [c.jobId, c.accessKey])),
    measured: new Map(measured)
  });
  const { plan, late } = await solve(deps, built);
  return describe(built, views, { plan, late, now });
}

function solve(deps: Deps, { problem }: BuiltProblem): Promise<Solved> {
  const hash = createHash('sha256')
    .update(JSON.stringify({ ...problem, due: [...problem.due] }))
    .digest('hex');
  const before = kept.get(deps);
  if (before?.hash === hash) return before.solved;
  const solved = search(problem);
  kept.set(deps, { hash, solved });
  return solved;
}

async function search(problem: PlanProblem): Promise<Solved> {
  const rounds = roundsFor(problem.tasks.length);
  const plan = await inBreaths(improvePlan(problem, { seed: 1, rounds }));
  return { plan, late: await inBreaths(findLate(problem, plan)) };
}

/** Runs steps to their answer, letting the server do other work in between. */
async function inBreaths<T>(steps: Generator<unknown, T>): Promise<T> {
  let since = performance.now();
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() - since > BREATH_MS) {
      await breathe();
      since = performance.now();
    }
  }
}

function describe(
  { tasks, waits, lanes, days, problem }: BuiltProblem,
  views: readonly JobView[],
  { plan, late, now }: { plan: Plan; late: Solved['late']; now: Date }
): PlanData {
  const at = days.timeOf;
  const byKey = new Map(tasks.map((t) => [t.key, t]));
  const ends = endsOf(problem, plan);
  const unplaced = unplacedOf(tasks, plan.unplaced);
  return {
    madeAt: now,
    lanes,
    tasks: plan.placed
      .flatMap((p) => {
        const task = byKey.get(p.key);
        return task ? [describeTask(task, p, at)] : [];
      })
      .sort((a, b) => a.startsAt.getTime() - b.startsAt.getTime()),
    jobs: views.map(({ job }) => {
      const end = ends.get(job.number);
      const lateOne = late.find((l) => l.job === job.number);
      return {
        number: job.number,
        customer: job.customer,
        vehicle: job.vehicle,
        promisedAt: job.promisedAt,
        endsAt: end === undefined || end === Infinity ? undefined : at(end),
        waits: waits.get(job.number) ?? [],
        late: lateOne && {
          minutes: lateOne.end === undefined ? undefined : lateOne.end - lateOne.due,
          saves: lateOne.saves.map((s) => ({ ...s, params: withTimes(s.params, at) }))
        },
        unplaced: unplaced.get(job.number) ?? []
      };
    }),
    working: problem.working.map((w) => ({ startsAt: at(w.start), endsAt: at(w.end) }))
  };
}

/** What has no place in the plan, by job: tasks that wait for each other, and those that fit no day. */
function unplacedOf(tasks: readonly NamedTask[], keys: readonly string[]) {
  const byKey = new Map(tasks.map((t) => [t.key, t]));
  const found = new Map<number, Judgement[]>();
  const say = (job: number, judgement: Judgement) =>
    found.set(job, [...(found.get(job) ?? []), judgement]);
  const rings = findCycles(tasks);
  for (const ring of rings) {
    const [first] = ring;
    const job = byKey.get(first ?? '')?.job;
    const codes = ring.map((key) => byKey.get(key)?.title.code ?? '').join(',');
    if (job !== undefined) say(job, judge('stop', 'plan.task.ring', { tasks: codes }));
  }
  const inRing = new Set(rings.flat());
  const missing = new Set(keys);
  for (const key of keys) {
    const task = byKey.get(key);
    if (!task || inRing.has(key)) continue;
    // what only waits for something without a place is not named again; what nobody can do is told where tasks are made
    const able =
      task.phases.every((p) => !p.hands || p.people.length > 0) &&
      task.places.every((list) => list.length > 0);
    if (able && !task.after.some((before) => missing.has(before)))
      say(task.job, judge('stop', 'plan.task.unplaced', { task: task.title.code }));
  }
  return found;
}

/** Minutes of the plan become times that a sentence can show. */
function withTimes(
  params: Readonly<Record<string, string | number | boolean>>,
  at: (m: number) => Date
) {
  return Object.fromEntries(
    Object.entries(params).map(([k, v]) =>
      (k === 'end' || k === 'earliest') && typeof v === 'number' && Number.isFinite(v)
        ? [k, at(v).toISOString()]
        : [k, v]
    )
  );
}

function describeTask(task: NamedTask, placed: Placed, at: (m: number) => Date): PlannedTask {
  return {
    key: task.key,
    job: task.job,
    title: task.title,
    startsAt: at(placed.start),
    endsAt: at(placed.end),
    state: task.running ? 'running' : 'planned',
    pinned: task.pinned !== undefined,
    places: placed.places,
    pieces: [
      ...placed.places.map((lane) => ({
        lane,
        startsAt: at(placed.start),
        endsAt: at(placed.end),
        hands: task.phases.every((p) => p.hands),
        attended: task.phases.some((p) => p.attended)
      })),
      ...peoplePieces(task.phases, placed, at)
    ]
  };
}

function peoplePieces(phases: readonly Phase[], placed: Placed, at: (m: number) => Date) {
  let minute = placed.start;
  return phases.flatMap((phase, i) => {
    const start = minute;
    minute += phase.minutes;
    const lane = placed.people[i];
    return lane
      ? [{ lane, startsAt: at(start), endsAt: at(minute), hands: true, attended: false }]
      : [];
  });
}

/**
 * What a person tells the plan: begun, done, moved, let go. Errors: `job.number.unknown`, `gate.job.closed`,
 * `gate.person.role`, `plan.task.unknown`, `plan.move.past` (a time that is over), `plan.move.place` (not a place for it).
 */
export async function markTask(
  deps: Deps,
  person: Person,
  { jobNumber, taskKey, act, at, to }: PlanMark
): Promise<Result<true>> {
  const now = deps.clock.now();
  const id = taskKey.slice(taskKey.indexOf('/') + 1);
  const plan = await loadPlan(deps, now);
  const task = plan.tasks.find((t) => t.key === `${jobNumber}/${id}`);
  const values = valuesOf(act, { at, to, now, started: task?.startsAt });
  return actOnJob<true>(deps, { person, jobNumber, right: 'plan.move' }, async (tx, job) => {
    if (!task && act !== 'undo') return fail('plan.task.unknown', { task: taskKey });
    if (act === 'move') {
      if (!at || new Date(at).getTime() < now.getTime() - 60_000) return fail('plan.move.past');
      if (to && !plan.lanes.some((l) => l.id === to && l.kind !== 'person'))
        return fail('plan.move.place', { place: to });
    }
    const key = { jobId: job.id, taskKey: id, personId: person.id };
    if (values) await setMark(tx, key, values);
    else await dropMark(tx, job.id, id);
    if (act === 'done' || act === 'start')
      await appendEvent(tx, {
        jobId: job.id,
        person,
        kind: act === 'done' ? 'task.done' : 'task.started',
        data: { task: id }
      });
    return ok(true);
  });
}

/** What is kept of an act; undefined forgets everything that was told of the task. */
function valuesOf(
  act: PlanMark['act'],
  when: { at: string | undefined; to: string | undefined; now: Date; started: Date | undefined }
): MarkValues | undefined {
  if (act === 'start') return { startedAt: when.now };
  if (act === 'done') return { doneAt: when.now };
  if (act === 'move') return { pinnedAt: new Date(when.at ?? 0), pinnedTo: when.to ?? null };
  return undefined;
}
