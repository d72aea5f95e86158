import { setImmediate as breathe } from 'node:timers/promises';
import type { Judgement } from '@badger/core/base/verdict';
import type { GateFacts } from '@badger/core/gates/facts';
import { factsOfLine } from '@badger/core/gates/facts-of-job';
import { judgeFeed, needOf } from '@badger/core/gates/judge-feed';
import { judgeLineOfWork } from '@badger/core/gates/line-of-work';
import { findNextStep, type NextStep } from '@badger/core/gates/next-step';
import { readStates, type StageStates } from '@badger/core/gates/stage-states';
import type { Comparison } from '@badger/core/image/compare';
import { pairsOfJob, readJobState, setsOfJob, type JobState } from '@badger/core/job/job-state';
import type {
  Judged,
  RegionView as AnyRegionView,
  SecretView as AnySecretView
} from '@badger/core/job/region-state';
import type { Stage } from '@badger/core/job/stages';
import { judgeReturnSteps, type StepView } from '@badger/core/return/read-return';
import type { Profile } from '@badger/core/profile/profile';
import type { Tx } from '../../db/client.ts';
import type { Deps } from '../../deps.ts';
import type { JobUnitFacts, UnitRow } from '../../repositories/job-units.ts';
import { findJob, type JobRow } from '../../repositories/jobs.ts';
import type { ImageStore } from '../../repositories/images.ts';
import type { OperationRow } from '../../repositories/operations.ts';
import type { ReturnNoteRow } from '../../repositories/returns.ts';
import type { ReadRow } from '../../repositories/reads.ts';
import { readingOf } from '../operation/vehicle-cable.ts';
import { compareKept } from '../reads/compare-reads.ts';
import { judgeSets } from '../reads/judge-kept.ts';
import { loadShopRules } from '../shop/shop-settings.ts';
import { loadJobRecords, type CloneImage, type JobRecords } from './job-records.ts';
import { connectionNow } from '../wiring/wired-now.ts';
import { viewSteps } from '../return/view-return.ts';
import { feedOf } from './job-sides.ts';

export type RegionView = AnyRegionView<ReadRow>;
export type SecretView = AnySecretView<ReadRow>;

type StateOfRows = JobState<UnitRow & JobUnitFacts, ReadRow, OperationRow, CloneImage>;

/** The state of a job, with what the bench adds to it and what follows for the line of work. */
export interface JobView extends StateOfRows {
  readonly job: JobRow;
  readonly records: JobRecords;
  /** How the unit that was connected last is wired; undefined where nobody began to connect any. */
  readonly connection: Judgement | undefined;
  readonly line: Record<Stage, Judgement>;
  readonly states: StageStates;
  /** The way back, step by step and together. */
  readonly steps: readonly StepView<ReturnNoteRow>[];
  readonly returnSteps: Judgement;
  readonly next: NextStep;
  /** Reads that must agree before the shop trusts them. */
  readonly readsRequired: number;
  /** Room on the disk of the database. */
  readonly room: GateFacts['room'];
}

/** Loads a job with its verdicts; undefined when there is no such number. */
export async function loadJobView(
  deps: Deps,
  number: number,
  db: Tx = deps.db
): Promise<JobView | undefined> {
  const job = await findJob(db, number);
  return job && buildJobView(deps, job, db);
}

export async function buildJobView(deps: Deps, job: JobRow, db: Tx = deps.db): Promise<JobView> {
  const records = (await loadJobRecords(db, [job.id]))(job.id);
  const judged = await judgeJobs(deps, db, [{ job, records }]);
  return viewJob(deps, { job, records, ...judged, db });
}

/** Views of many jobs, their records loaded together. */
export async function buildJobViews(deps: Deps, jobs: readonly JobRow[]): Promise<JobView[]> {
  const records = await loadJobRecords(
    deps.db,
    jobs.map((j) => j.id)
  );
  const all = jobs.map((job) => ({ job, records: records(job.id) }));
  const judged = await judgeJobs(deps, deps.db, all);
  const views: JobView[] = [];
  for (let at = 0; at < all.length; at += TOGETHER) {
    const some = all.slice(at, at + TOGETHER);
    views.push(
      ...(await Promise.all(some.map((one) => viewJob(deps, { ...one, ...judged, db: deps.db }))))
    );
    // others are let in between: a shop with hundreds of open jobs holds nobody up
    await breathe();
  }
  return views;
}

/** Jobs that are judged in one go; about a millisecond each. */
const TOGETHER = 8;

interface JobWithRecords {
  readonly job: JobRow;
  readonly records: JobRecords;
}

/** What reads show, and how many of them the shop asks to agree. */
interface JudgedBy {
  readonly judged: Judged;
  readonly required: number;
}

/** What the reads of jobs show, looked up together. */
async function judgeJobs(deps: Deps, db: Tx, jobs: readonly JobWithRecords[]): Promise<JudgedBy> {
  const profileOf = (family: string) => deps.profiles.get(family);
  const sets = jobs.flatMap(({ job, records }) => setsOfJob(job, records, profileOf));
  const required = (await loadShopRules(db)).readsRequired;
  const judged = await judgeSets({ db, vault: deps.vault }, sets, {
    families: [...deps.profiles.values()],
    required
  });
  return { judged, required };
}

async function viewJob(
  deps: Deps,
  { job, records, judged, required, db }: JobWithRecords & JudgedBy & { db: Tx }
): Promise<JobView> {
  const profileOf = (family: string) => deps.profiles.get(family);
  const compared = await compareAll({ db, vault: deps.vault }, pairsOfJob(job, records, profileOf));
  const state = readJobState(job, records, { profileOf, compared, judged });
  const connection = connectionNow(deps, { ...state, job, records });
  const steps = viewSteps(deps, { ...state, job, records });
  const returnSteps = judgeReturnSteps(steps);
  const facts = {
    ...factsOfLine(state, { supply: supplyJudgement(deps, job, state), connection }),
    returnSteps
  };
  const line = judgeLineOfWork(facts);
  const states = readStates(facts);
  return {
    ...state,
    ...{ job, records, line, states, connection, readsRequired: required },
    ...{ steps, returnSteps },
    next: findNextStep(line, states),
    room: { freeBytes: deps.bench.freeBytes, needBytes: roomFor(state.profile) }
  };
}

/** How the contents of these pairs differ: what was found when they were kept, else found now. */
async function compareAll(store: ImageStore, pairs: readonly (readonly [string, string])[]) {
  const found = new Map<string, Comparison>();
  for (const [a, b] of pairs) {
    const comparison = await compareKept(store, a, b);
    if (comparison) found.set(`${a} ${b}`, comparison);
  }
  return (a: string, b: string) => found.get(`${a} ${b}`);
}

/** A read is stored once and stands in the log of the database once more; some room for everything beside it. Units: bytes. */
const BESIDE_BYTES = 64 * 1024 ** 2;

function roomFor(profile: Profile | undefined): number {
  const largest = Math.max(0, ...(profile?.regions ?? []).map((r) => r.lengthBytes));
  return 2 * largest + BESIDE_BYTES;
}

function supplyJudgement(
  deps: Deps,
  job: JobRow,
  { access, units }: StateOfRows
): Judgement | undefined {
  const station = job.stationId ? deps.bench.stations.get(job.stationId) : undefined;
  if (!station || !access) return undefined;
  return judgeFeed(needOf(access, feedOf(deps, units.original)), {
    supply: station.reading(),
    programmer: station.row.chipPort !== null,
    vehicle: readingOf(station, job.vin)
  });
}
