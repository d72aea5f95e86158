import { listSecretReads } from '@badger/core/access/secret-ranges';
import { sameRanges } from '@badger/core/image/range';
import { judge, type Judgement } from '@badger/core/base/verdict';
import { isActive } from '@badger/core/operation/life-cycle';
import type { Hours } from '@badger/core/plan/hours';
import type { PlanProblem } from '@badger/core/plan/problem';
import type { Shop, JobPlanFacts, Mark, NamedTask, RegionWork } from '@badger/core/plan/job-facts';
import { tasksOfJob } from '@badger/core/plan/tasks-of-job';
import { findAccessOfKey, type AccessSpec } from '@badger/core/profile/profile';
import { isTrusted } from '@badger/core/reads/judge-region';
import { estimateTransfer, type Measured } from '@badger/core/time/estimate';
import type { LaneData } from '../../../plan-types.ts';
import type { Deps } from '../../deps.ts';
import type { KitRow } from '../../repositories/kit.ts';
import type { listSkills } from '../../repositories/people.ts';
import type { listMarks } from '../../repositories/plan.ts';
import { daysOfShop, type ShopDays } from '../shop/shop-days.ts';
import type { JobView, RegionView } from '../job/job-view.ts';

/** Days that are looked ahead. */
const DAYS = 90;
/** Minutes of life left where nothing has moved yet. */
const UNKNOWN_LEFT = 5;
/** Two equal reads are wanted of every region. */
const WANTED_READS = 2;

type Skilled = Awaited<ReturnType<typeof listSkills>>;
type Marks = Awaited<ReturnType<typeof listMarks>>;

export interface PlanInput {
  readonly views: readonly JobView[];
  readonly people: Skilled;
  readonly kit: readonly KitRow[];
  readonly hours: Hours;
  readonly marks: Marks;
  readonly choices: ReadonlyMap<string, string>;
  readonly measured: ReadonlyMap<string, readonly Measured[]>;
  readonly now: Date;
}

export interface BuiltProblem {
  readonly problem: PlanProblem;
  readonly tasks: readonly NamedTask[];
  readonly waits: ReadonlyMap<number, readonly Judgement[]>;
  readonly lanes: readonly LaneData[];
  readonly days: ShopDays;
}

/** The open jobs as a problem for the planner: minutes since midnight, places and people by id. */
export function buildProblem(deps: Deps, input: PlanInput): BuiltProblem {
  const days = daysOfShop(input.now, input.hours, DAYS);
  const minute = days.minuteOf;
  const now = minute(input.now);
  const shop = shopOf(deps, input);
  const tasks: NamedTask[] = [];
  const waits = new Map<number, readonly Judgement[]>();
  const due = new Map<number, number>();
  for (const view of input.views) {
    const facts = factsOf(deps, input, { view, minute, now });
    const found = tasksOfJob(facts, { ...shop, family: view.job.familyId });
    tasks.push(...found.tasks);
    waits.set(view.job.number, found.waits);
    if (view.job.promisedAt) due.set(view.job.number, minute(view.job.promisedAt));
  }
  const problem = { tasks, working: days.working, open: days.open, due };
  return { problem, tasks, waits, lanes: lanesOf(deps, input), days };
}

const handsOn = (people: Skilled) => people.filter((p) => p.role === 'bench' || p.role === 'lead');

/** Kinds of kit that only one job can have at a time. */
const SHARED: readonly string[] = [
  ...['probe-frame', 'solder-place', 'programmer', 'clip', 'fuse-lead', 'vehicle-supply']
];

function shopOf(deps: Deps, { people, kit }: PlanInput): Omit<Shop, 'family'> {
  return {
    stations: [...deps.bench.stations.values()].map((s) => ({
      id: `s:${s.row.id}`,
      ratedMa: s.row.ratedMa
    })),
    places: kit
      .filter((k) => SHARED.includes(k.kind))
      .map((k) => ({ id: `k:${k.id}`, kind: k.kind, families: k.families })),
    people: handsOn(people).map((p) => ({ id: `p:${p.id}`, skills: p.skills }))
  };
}

function lanesOf(deps: Deps, { people, kit }: PlanInput): LaneData[] {
  return [
    ...handsOn(people).map((p) => ({ id: `p:${p.id}`, name: p.name, kind: 'person' as const })),
    ...[...deps.bench.stations.values()].map((s) => ({
      id: `s:${s.row.id}`,
      name: s.row.name,
      kind: 'station' as const
    })),
    ...kit
      .filter((k) => SHARED.includes(k.kind))
      .map((k) => ({ id: `k:${k.id}`, name: k.name, kind: 'place' as const }))
  ];
}

interface At {
  readonly view: JobView;
  readonly minute: (at: Date) => number;
  readonly now: number;
}

function factsOf(deps: Deps, input: PlanInput, at: At): JobPlanFacts {
  const { view } = at;
  const { profile, job } = view;
  const chosen = input.choices.get(job.id);
  const access = specOf(view, chosen);
  const measured = input.measured.get(job.familyId) ?? [];
  const readable = (r: RegionView) => access?.reads.includes(r.region.id) ?? false;
  const work = (regions: readonly RegionView[]) =>
    regions.filter(readable).map((r): RegionWork => {
      const once = estimateTransfer({
        regions: [r.region],
        direction: 'read',
        carrier: access?.carrier,
        measured
      });
      const kept = isTrusted(r.verdict) ? WANTED_READS : Math.min(r.reads.length, 1);
      return { name: r.region.name, minutes: once.seconds / 60, missing: WANTED_READS - kept };
    });
  const { isRead, isWritten } = scopeOf(view);
  const whole = (direction: 'read' | 'write') =>
    estimateTransfer({
      ...{ regions: profile?.regions.filter((r) => isWritten(r.id)) ?? [], direction },
      ...{ carrier: access?.carrier, measured }
    }).seconds;
  return {
    number: job.number,
    access,
    kind: kindOf(view, chosen),
    proofOpen: job.proofOutcome === 'open',
    vehicleHere: view.records.arrival?.how === 'vehicle',
    originals: [
      ...work(view.regions.original.filter((r) => isRead(r.region.id))),
      ...workAlone(view, access)
    ],
    readOnly: view.shape.target === undefined,
    supplied: view.shape.target !== undefined && access !== undefined && access.reads.length === 0,
    backups: view.units.donor
      ? work(view.regions.donor.filter((r) => isWritten(r.region.id)))
      : undefined,
    built: view.cloneState === 'built',
    written: view.ending.writeVerified,
    writeMinutes: (whole('write') + whole('read')) / 60 + (access?.waitMinutes ?? 0),
    afterFit: profile?.afterFit ?? [],
    held: heldBy(view),
    marks: marksOf(input.marks, at),
    running: runningOf(deps, at),
    now: at.now
  };
}

/** A merge, or a chip alone, asks for fewer regions than the unit has. */
function scopeOf({ shape, parts, needed }: JobView) {
  const regions = shape.target === 'donor' && parts?.ok ? parts.value : undefined;
  return {
    isWritten: (id: string) => regions?.some((p) => p.regionId === id) ?? true,
    isRead: (id: string) =>
      !regions || needed.some((n) => n.from === 'original' && n.regionId === id)
  };
}

/** Security data that the access reads alone: the bytes take no time, the connecting does. */
function workAlone(view: JobView, access: AccessSpec | undefined): RegionWork[] {
  if (!view.profile || !access) return [];
  return listSecretReads(view.profile, access).map(({ regionId, ranges }): RegionWork => {
    const kept = view.secrets.original.find(
      (s) => s.region.id === regionId && sameRanges(s.ranges, ranges)
    );
    const trusted = kept && isTrusted(kept.verdict);
    const reads = trusted ? WANTED_READS : Math.min(kept?.reads.length ?? 0, 1);
    return { name: kept?.region.name ?? regionId, minutes: 0, missing: WANTED_READS - reads };
  });
}

function kindOf(view: JobView, chosen: string | undefined): JobPlanFacts['kind'] {
  if (chosen === 'new-unit' || (view.profile?.cloneMethod === 'none' && !chosen)) return 'maker';
  if (chosen === 'send-away') return 'away';
  return view.job.reason === 'unknown-unit' ? 'identify' : 'clone';
}

/** The access that was chosen, or the first that is known to work and can write. */
function specOf({ profile }: JobView, chosen: string | undefined): AccessSpec | undefined {
  return (
    (profile && findAccessOfKey(profile, chosen)) ??
    profile?.accesses.find((w) => w.known === 'works' && w.writes.length > 0)
  );
}

function heldBy(view: JobView): Judgement | undefined {
  if (view.line.arrive.verdict === 'stop') return view.line.arrive;
  if (!view.profile) return judge('stop', 'identify.family.unknown');
  if (view.job.proofOutcome === 'not-cause') return view.line.prove;
  return undefined;
}

function marksOf(marks: Marks, { view, minute }: At): Map<string, Mark> {
  return new Map(
    marks
      .filter((m) => m.jobId === view.job.id)
      .map((m) => [
        m.taskKey,
        {
          started: m.startedAt ? minute(m.startedAt) : undefined,
          done: m.doneAt !== null,
          pinnedAt: m.pinnedAt ? minute(m.pinnedAt) : undefined,
          pinnedTo: m.pinnedTo ?? undefined,
          person: `p:${m.personId}`
        }
      ])
  );
}

/** What the bench is doing for a job now; the actual times come from the operation itself. */
function runningOf(deps: Deps, { view, minute, now }: At): JobPlanFacts['running'] {
  const operation = view.operations.find((o) => isActive(o.state) && o.kind !== 'identify');
  if (!operation) return undefined;
  const live = deps.bench.running.get(operation.stationId);
  const left = live?.spec.id === operation.id ? live.estimate().leftSeconds : undefined;
  const task =
    operation.kind === 'write' ? 'write' : operation.role === 'donor' ? 'backup' : 'read';
  return {
    task,
    station: `s:${operation.stationId}`,
    start: minute(operation.startedAt ?? operation.queuedAt),
    end: now + Math.ceil(left === undefined ? UNKNOWN_LEFT : left / 60)
  };
}
