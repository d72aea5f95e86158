import { setImmediate as breathe } from 'node:timers/promises';
import type { Judgement } from '@badger/core/base/verdict';
import type { GateFacts, RegionGateFact } from '@badger/core/gates/facts';
import type { UnitRole } from '@badger/core/job/roles';
import { judgeLineOfWork, type JobFacts } from '@badger/core/gates/line-of-work';
import { readStates, type StageStates } from '@badger/core/gates/stage-states';
import { findNextStep, type NextStep } from '@badger/core/gates/next-step';
import type { Stage } from '@badger/core/job/stages';
import type { CloseFacts } from '@badger/core/job/close';
import { needsNoDonorBytes, resolveMethod } from '@badger/core/job/clone-method';
import { shapeOf, type JobShape } from '@badger/core/job/shape';
import { readsBeforeChange, stateOfWrite, writesTo } from '@badger/core/job/work-state';
import type { DonorCheck } from '@badger/core/match/judge-donor';
import { resolveAccess, type Access } from '@badger/core/access/access';
import { judgeFeed, needOf } from '@badger/core/gates/judge-feed';
import type { CloneMethod, Profile } from '@badger/core/profile/profile';
import { findEqualBackups } from '@badger/core/reads/equal-backup';
import { isTrusted, judgeEqualBackup } from '@badger/core/reads/judge-region';
import type { Tx } from '../../db/client.ts';
import type { Deps } from '../../deps.ts';
import { findJob, type JobRow } from '../../repositories/jobs.ts';
import type { JobUnits, UnitRow } from '../../repositories/job-units.ts';
import type { OperationRow } from '../../repositories/operations.ts';
import type { ReadRow } from '../../repositories/reads.ts';
import { findAuthorityGap, touchesSecurity } from '@badger/core/gates/authority';
import { loadJobRecords, type CloneImage, type JobRecords } from './job-records.ts';
import { factsOfUnits, factsOfVehicle, matchUnits, swapped } from './job-unit-facts.ts';
import { factsOfEnding, isReached } from './ending.ts';
import { feedOf, sideOf } from './job-sides.ts';
import { readingOf } from '../operation/vehicle-cable.ts';
import { buildProof, type ProofView } from '../prove/proof-view.ts';
import { buildRegionViews, type RegionView } from '../reads/region-views.ts';

/** Everything that the pages and the gates need of one job. */
export interface JobView {
  readonly job: JobRow;
  readonly profile: Profile | undefined;
  /** How the memory is reached, resolved once from what was chosen; undefined without a profile. */
  readonly access: Access | undefined;
  readonly units: JobUnits;
  readonly records: JobRecords;
  readonly proof: ProofView;
  readonly needsAuthority: boolean;
  readonly authorityGap: 'order' | 'proof' | 'signature' | undefined;
  readonly regions: Record<UnitRole, readonly RegionView[]>;
  readonly clone: CloneImage | undefined;
  readonly cloneState: 'none' | 'stale' | 'built';
  readonly operations: readonly OperationRow[];
  readonly lastWrite: OperationRow | undefined;
  /** What a job of this kind consists of. */
  readonly shape: JobShape;
  /** How the image is made: what was chosen for the job, else the family's first method. */
  readonly method: CloneMethod;
  /** Why a lead goes on without the donor's backup; undefined where the method needs its bytes. */
  readonly backupWaived: string | undefined;
  /** The unit whose memory is to be written, if there is one. */
  readonly target: UnitRow | undefined;
  /** What closing the job rests on, for whoever asks. */
  readonly ending: Omit<CloseFacts, 'personRole'>;
  /** Newest supplied file of each region. */
  readonly supplied: readonly ReadRow[];
  readonly line: Record<Stage, Judgement>;
  readonly states: StageStates;
  readonly next: NextStep;
  /** Room on the disk of the database. */
  readonly room: GateFacts['room'];
  /** The donor held against the original by the rules of the family. */
  readonly match: DonorCheck | undefined;
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
  const records = await loadJobRecords(db, [job.id]);
  return viewJob(deps, { job, records: records(job.id), db });
}

/** Views of many jobs, their records loaded together. */
export async function buildJobViews(deps: Deps, jobs: readonly JobRow[]): Promise<JobView[]> {
  const records = await loadJobRecords(
    deps.db,
    jobs.map((j) => j.id)
  );
  const views: JobView[] = [];
  for (let at = 0; at < jobs.length; at += TOGETHER) {
    const some = jobs.slice(at, at + TOGETHER);
    const view = (job: JobRow) => viewJob(deps, { job, records: records(job.id), db: deps.db });
    views.push(...(await Promise.all(some.map(view))));
    // others are let in between: a shop with hundreds of open jobs holds nobody up
    await breathe();
  }
  return views;
}

/** Jobs that are judged in one go; about a millisecond each. */
const TOGETHER = 8;

/** The parts of a view that everything else rests on. */
interface Ground {
  readonly job: JobRow;
  readonly records: JobRecords;
  readonly profile: Profile | undefined;
  readonly access: Access | undefined;
  readonly method: CloneMethod;
  readonly shape: JobShape;
  readonly target: UnitRow | undefined;
  readonly supplied: readonly ReadRow[];
  readonly backupWaived: string | undefined;
}

function groundOf(deps: Deps, job: JobRow, records: JobRecords): Ground {
  const profile = deps.profiles.get(job.familyId);
  const method = profile ? resolveMethod(profile, records.choice) : 'none';
  const shape = shapeOf(job.reason);
  return {
    ...{ job, records, profile, method, shape },
    access: profile && resolveAccess(profile, records.choice?.accessKey),
    target: shape.target && records.units[shape.target],
    supplied: newestSupplied(records.reads, records.units.original),
    // said for one method, it holds for no other that needs the donor's bytes
    backupWaived: (needsNoDonorBytes(method) && job.backupWaived) || undefined
  };
}

async function viewRegions(
  deps: Deps,
  { job, records, profile, access }: Ground,
  db: Tx
): Promise<JobView['regions']> {
  const { units, reads, operations } = records;
  /** Reads of a unit that still say what was in it before this job changed anything. */
  const before = (role: UnitRole) =>
    readsBeforeChange(readsOf(reads, role, units[role]), writesTo(operations, units[role]?.id));
  const original = await viewsOf(db, profile, 'original', before('original'));
  const backups = await viewsOf(db, profile, 'donor', before('donor'));
  const writtenElsewhere = records.writtenElsewhere.has(units.donor?.id ?? '');
  const donor = profile
    ? holdAgainst(profile, { original, donor: backups, writtenElsewhere })
    : backups;
  // most jobs have neither: nothing is judged for a unit that is not there
  const other = async (role: 'new' | 'partner') =>
    units[role]
      ? viewsOf(db, sideOf(deps, { job, profile, access, units }, role).profile, role, before(role))
      : [];
  return { original, donor, new: await other('new'), partner: await other('partner') };
}

/** What the line of work rests on, out of what was found. */
function factsOf(
  deps: Deps,
  ground: Ground,
  found: Pick<JobView, 'regions' | 'match' | 'proof' | 'cloneState' | 'lastWrite' | 'ending'> &
    Pick<JobView, 'needsAuthority' | 'authorityGap'>
): JobFacts {
  const { job, profile, access, records, method, shape } = ground;
  const { units } = records;
  const { regions, match, proof, cloneState, lastWrite, needsAuthority, authorityGap } = found;
  return {
    ...{ needsAuthority, authorityGap, method, shape },
    ...factsOfVehicle(job),
    ...factsOfUnits(units, match),
    result: job.result ?? undefined,
    backupWaived: ground.backupWaived !== undefined,
    supplied: ground.supplied.length,
    vehicleKnown: job.vin !== '',
    assessment: proof.assessment.verdict,
    otherProven: proof.assessment.otherProven,
    unitsSwapped: swapped(job, units),
    closed: job.closedAt !== null,
    proof: job.proofOutcome,
    hasProfile: profile !== undefined,
    carrier: access?.carrier ?? 'file',
    donorCheck: match?.verdict,
    supply: supplyJudgement(deps, { job, access, units }),
    originalRegions: regions.original.map((r) => r.verdict),
    donorRegions: units.donor ? regions.donor.map((r) => r.verdict) : [],
    clone: cloneState,
    lastWrite: stateOfWrite(lastWrite, records.clone?.id),
    reached: isReached(found.ending)
  };
}

async function viewJob(
  deps: Deps,
  { job, records, db }: { job: JobRow; records: JobRecords; db: Tx }
): Promise<JobView> {
  const { units, clone, operations } = records;
  const ground = groundOf(deps, job, records);
  const { profile, target } = ground;
  const regions = await viewRegions(deps, ground, db);
  const cloneState = stateOfClone({ ...ground, clone }, regions.original);
  const lastWrite = writesTo(operations, target?.id).at(-1);
  const needsAuthority = touchesSecurity(job.reason, profile?.securityData ?? false);
  const authorityGap = gapOf(job, records);
  const ending = factsOfEnding({
    ...{ ...ground, authorityGap, needsAuthority, originals: regions.original },
    writeVerified: cloneState === 'built' && stateOfWrite(lastWrite, clone?.id) === 'verified'
  });
  const found = {
    ...{ regions, cloneState, lastWrite, needsAuthority, authorityGap, ending },
    match: profile && matchUnits(profile, units),
    proof: buildProof({ job, profile, records, originalRegions: regions.original })
  };
  const facts = factsOf(deps, ground, found);
  const line = judgeLineOfWork(facts);
  const states = readStates(facts);
  return {
    ...{ ...ground, ...found, units, clone, operations, line, states },
    next: findNextStep(line, states),
    room: { freeBytes: deps.bench.freeBytes, needBytes: roomFor(profile) }
  };
}

/** A read is stored once and stands in the log of the database once more; some room for everything beside it. Units: bytes. */
const BESIDE_BYTES = 64 * 1024 ** 2;

function roomFor(profile: Profile | undefined): number {
  const largest = Math.max(0, ...(profile?.regions ?? []).map((r) => r.lengthBytes));
  return 2 * largest + BESIDE_BYTES;
}

function gapOf(job: JobRow, { authority }: JobRecords): JobView['authorityGap'] {
  return findAuthorityGap(
    authority
      ? { ...authority, signed: authority.signature.length > 0 }
      : job.authorisedBy
        ? { orderedBy: job.authorisedBy, proofKind: 'none', proofNumber: '', signed: false }
        : undefined
  );
}

function viewsOf(db: Tx, profile: Profile | undefined, role: UnitRole, reads: readonly ReadRow[]) {
  return profile ? buildRegionViews(db, { profile, role, reads }) : Promise.resolve([]);
}

function readsOf(reads: readonly ReadRow[], role: UnitRole, unit: UnitRow | undefined): ReadRow[] {
  return reads.filter((r) => r.role === role && r.unitId === unit?.id);
}

/** A backup that is the original's own content is none, whatever else is true of it. */
function holdAgainst(
  profile: Profile,
  sides: {
    original: readonly RegionView[];
    donor: readonly RegionView[];
    writtenElsewhere: boolean;
  }
): RegionView[] {
  const shas = (views: readonly RegionView[], id: string) =>
    views.find((v) => v.region.id === id)?.reads.map((r) => r.sha256) ?? [];
  const equal = findEqualBackups(
    profile,
    profile.regions.map((r) => ({
      regionId: r.id,
      original: shas(sides.original, r.id),
      donor: shas(sides.donor, r.id)
    })),
    sides
  );
  return sides.donor.map((view) =>
    equal.includes(view.region.id) ? { ...view, verdict: judgeEqualBackup(view.region.name) } : view
  );
}

/** Files that are to be written into the unit itself; the newest of a region counts. */
function newestSupplied(reads: readonly ReadRow[], original: UnitRow | undefined): ReadRow[] {
  const own = reads.filter((r) => r.role === 'supplied' && r.unitId === original?.id);
  const regionIds = [...new Set(own.map((r) => r.regionId))];
  return regionIds.flatMap((id) => own.findLast((r) => r.regionId === id) ?? []);
}

interface CloneParts {
  readonly clone: CloneImage | undefined;
  readonly profile: Profile | undefined;
  readonly shape: JobShape;
  /** How the image is made: what was chosen for the job, else the family's first method. */
  readonly method: CloneMethod;
  readonly supplied: readonly ReadRow[];
}

function stateOfClone(
  { clone, profile, shape, method, supplied }: CloneParts,
  originals: readonly RegionView[]
): JobView['cloneState'] {
  if (!clone || !profile) return 'none';
  if (shape.target === 'original') {
    const { lines } = clone.plan;
    const same = lines.every((l) =>
      supplied.some((s) => s.regionId === l.regionId && s.sha256 === l.sha256)
    );
    return same && lines.length === supplied.length ? 'built' : 'stale';
  }
  // made by another method than is chosen now
  if (clone.plan.method !== method) return 'stale';
  const holds = clone.plan.lines.every((line) => {
    const view = originals.find((r) => r.region.id === line.regionId);
    return view && isTrusted(view.verdict) && view.agreement.trustedSha256 === line.sha256;
  });
  return holds && clone.plan.lines.length === profile.regions.length ? 'built' : 'stale';
}

function supplyJudgement(
  deps: Deps,
  { job, access, units }: Pick<JobView, 'job' | 'access' | 'units'>
): Judgement | undefined {
  const station = job.stationId ? deps.bench.stations.get(job.stationId) : undefined;
  if (!station || !access) return undefined;
  return judgeFeed(needOf(access, feedOf(deps, units.original)), {
    supply: station.reading(),
    programmer: station.row.chipPort !== null,
    vehicle: readingOf(station, job.vin)
  });
}

/** The regions as the gates see them. */
export function gateRegions(view: JobView): RegionGateFact[] {
  return view.regions.original.map((original): RegionGateFact => {
    const donor = view.regions.donor.find((d) => d.region.id === original.region.id);
    // an image made by another method than is chosen now is not the one that is meant
    const other = view.shape.target === 'donor' && view.clone?.plan.method !== view.method;
    const line = other
      ? undefined
      : view.clone?.plan.lines.find((l) => l.regionId === original.region.id);
    const supplied = view.supplied.find((r) => r.regionId === original.region.id);
    return {
      name: original.region.name,
      trustedSha256: isTrusted(original.verdict) ? original.agreement.trustedSha256 : undefined,
      cloneSha256: line?.sha256,
      suppliedSha256: supplied?.sha256,
      suppliedDoubt: supplied?.findings.find((f) => f.severity === 'look')?.code,
      suppliedWrong: supplied?.findings.find((f) => f.severity === 'stop')?.code,
      donorBackedUp: donor !== undefined && isTrusted(donor.verdict),
      donorEqualsOriginal: donor?.verdict.state === 'equal'
    };
  });
}
