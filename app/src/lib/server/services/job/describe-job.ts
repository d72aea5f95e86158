import { isTrusted } from '@badger/core/reads/judge-region';
import type { JobRow } from '../../repositories/jobs.ts';
import type {
  JobData,
  OperationData,
  ReadData,
  RegionData,
  SecretsData,
  UnitData,
  AccessData
} from '../../../job-types.ts';
import { listSecretReads, secretsWithin } from '@badger/core/access/secret-ranges';
import { lengthOf, sameRanges } from '@badger/core/image/range';
import { listEndings, needsReason } from '@badger/core/job/close';
import { accessToRegion, type Access } from '@badger/core/access/access';
import { JOB_ROLES, type UnitRole } from '@badger/core/job/roles';
import type { UnitRow } from '../../repositories/job-units.ts';
import type { OperationRow } from '../../repositories/operations.ts';
import type { ReadRow } from '../../repositories/reads.ts';
import type { Profile } from '@badger/core/profile/profile';
import type { Role } from '@badger/core/rights/rights';
import type { Deps } from '../../deps.ts';
import { jobFacts } from './gate.ts';
import { sideFacts, sideOf, type JobSide } from './job-sides.ts';
import type { JobView, RegionView, SecretView } from './job-view.ts';
import { describeProof } from '../prove/describe-scan.ts';
import { describeFiles, describeImage } from './describe-image.ts';

/** A job as the pages get it: plain data, no image bytes. */
export function describeJob(deps: Deps, view: JobView, personRole: Role): JobData {
  const { job, access } = view;
  const roles = JOB_ROLES.filter((role) => view.units[role]);
  return {
    ...describeRow(job),
    ...describeArrival(view),
    proof: describeProof(view),
    backupWaived: view.backupWaived ?? null,
    stages: view.shape.stages,
    target: view.shape.target,
    ...describeFiles(deps, view),
    endings: describeEndings(view, personRole),
    ...{ line: view.line, readsRequired: view.readsRequired },
    next: view.next,
    gateFacts: jobFacts(deps, view, personRole),
    units: describeUnits(deps, view),
    regions: {
      original: describeRegions(deps, view, 'original'),
      donor: describeRegions(deps, view, 'donor'),
      new: describeRegions(deps, view, 'new'),
      partner: describeRegions(deps, view, 'partner')
    },
    ...describeImage(view),
    clone: view.clone && {
      id: view.clone.id,
      plan: view.clone.plan,
      builtAt: view.clone.builtAt,
      builtBy: view.clone.builtBy
    },
    cloneState: view.cloneState,
    operations: view.operations.map(describeOperationRow),
    lastWrite: view.lastWrite && describeOperationRow(view.lastWrite),
    standingWrite: view.standingWrite && describeOperationRow(view.standingWrite),
    connection: view.connection,
    match: view.match,
    access: describeAccess(access),
    sides: Object.fromEntries(
      roles.map((role) => {
        const side = sideOf(deps, view, role);
        const facts = sideFacts(deps, view, role);
        return [role, { family: facts.family, access: describeAccess(side.access), facts }];
      })
    )
  };
}

function describeEndings({ ending, returnSteps }: JobView, personRole: Role): JobData['endings'] {
  const endings = listEndings({ ...ending, returnSteps, personRole });
  return endings.map((e) => ({ ...e, told: needsReason(e.result) }));
}

/** What stands in the job's own row. */
function describeRow(job: JobRow) {
  const { number, customer, vehicle, vin, complaint, shows, showsMinutes, plate, note } = job;
  const { authorisedBy, proofOutcome, proofReason, accessKind, accessReason, stationId } = job;
  const { promisedAt, createdAt, closedAt, result, resultReason } = job;
  return {
    ...{ number, customer, vehicle, vin, complaint, shows, showsMinutes, plate, note },
    ...{ authorisedBy, proofOutcome, proofReason, accessKind, accessReason, stationId },
    ...{ promisedAt, createdAt, closedAt, result, resultReason },
    family: job.familyId
  };
}

function describeAccess(access: Access | undefined): AccessData | undefined {
  const spec = access?.spec;
  return (
    spec && {
      name: spec.name,
      steps: spec.steps,
      holdPad: spec.holdPad,
      staysInstalled: spec.staysInstalled,
      carrier: access.carrier,
      supply: spec.supply
    }
  );
}

function describeRegions(deps: Deps, view: JobView, role: UnitRole): RegionData[] {
  const side = sideOf(deps, view, role);
  return view.regions[role].map((region) => {
    const { id } = region.region;
    const alone = view.secrets[role].filter((s) => s.region.id === id);
    return { ...describeRegion(side, region), secrets: describeSecrets(side, id, alone) };
  });
}

function describeArrival(view: JobView) {
  const { arrival, authority } = view.records;
  return {
    reason: view.job.reason,
    arrival: arrival && {
      how: arrival.how,
      parcelNumber: arrival.parcelNumber,
      condition: arrival.condition
    },
    needsAuthority: view.needsAuthority,
    authority: authority && {
      orderedBy: authority.orderedBy,
      proofKind: authority.proofKind,
      proofNumber: authority.proofNumber,
      photoId: authority.photoId,
      signature: authority.signature,
      at: authority.at,
      personName: authority.personName
    }
  };
}

function describeUnits(deps: Deps, view: JobView): JobData['units'] {
  return Object.fromEntries(
    JOB_ROLES.flatMap((role) => {
      const unit = view.units[role];
      return unit ? [[role, describeUnit(sideOf(deps, view, role).profile, unit)]] : [];
    })
  );
}

function describeUnit(
  profile: Profile | undefined,
  unit: UnitRow & { condition: string }
): UnitData {
  const numbers = (profile?.identity ?? []).flatMap((f) => {
    const value = unit.numbers[f.id];
    return value === undefined ? [] : [{ id: f.id, name: f.name, value }];
  });
  return {
    tag: unit.tag,
    family: unit.familyId,
    chipId: unit.chipId,
    place: unit.place,
    condition: unit.condition,
    numbers,
    identifiedAt: unit.identifiedAt
  };
}

const NOTHING_KEPT = {
  ...{ reads: [], agreeing: [], total: 0, findings: [], verdict: undefined },
  state: 'none' as const
};

/** What is kept of it, and whether it agrees. */
function describeKept(view: RegionView) {
  const { agreeing, total } = view.agreement;
  // reads that agree on what is not trusted are no better than such as differ
  const { state: counted } = view.agreement;
  const state = counted === 'trusted' && !isTrusted(view.verdict) ? 'disputed' : counted;
  return {
    reads: view.reads.map((r) => describeRead(view, r)),
    ...{ state, agreeing, total, findings: view.findings, verdict: view.verdict }
  };
}

function describeSecrets(
  { profile, access }: JobSide,
  regionId: string,
  alone: readonly SecretView[]
): SecretsData | undefined {
  const readable = profile && listSecretReads(profile, access?.spec);
  const given = readable?.find((s) => s.regionId === regionId);
  const kept = given ? alone.find((a) => sameRanges(a.ranges, given.ranges)) : alone[0];
  const ranges = given?.ranges ?? kept?.ranges;
  if (!profile || !ranges) return undefined;
  return {
    ...(kept ? describeKept(kept) : NOTHING_KEPT),
    names: secretsWithin(profile, regionId, ranges).map((s) => s.name),
    lengthBytes: ranges.reduce((sum, r) => sum + lengthOf(r), 0),
    readable: given !== undefined
  };
}

function describeRegion(
  { profile, access }: JobSide,
  view: RegionView
): Omit<RegionData, 'secrets'> {
  const by = profile && access && accessToRegion(profile, access, view.region.id);
  return {
    id: view.region.id,
    name: view.region.name,
    address: view.region.address,
    lengthBytes: view.region.lengthBytes,
    readBy: by ? { name: by.spec.name, own: by.key === access.key } : null,
    ...describeKept(view),
    trust: view.trust,
    differences: view.differences.map(({ first, second, comparison }) => ({
      first,
      second,
      differingBytes: comparison.differingBytes,
      bitsLost: comparison.bitsLost,
      bitsGained: comparison.bitsGained,
      ranges: comparison.ranges,
      cut: comparison.cut
    }))
  };
}

function describeRead({ agreement, verdict }: RegionView, read: ReadRow): ReadData {
  const trust =
    agreement.state === 'trusted' && isTrusted(verdict)
      ? read.sha256 === agreement.trustedSha256
        ? 'full'
        : 'broken'
      : agreement.state === 'disputed' || agreement.state === 'trusted'
        ? 'broken'
        : 'half';
  return {
    id: read.id,
    number: read.number,
    name: read.name,
    sha256: read.sha256,
    lengthBytes: read.lengthBytes,
    source: read.source,
    sourceName: read.sourceName,
    takenAt: read.takenAt,
    personName: read.personName,
    operationId: read.operationId,
    supply: read.supply,
    trust
  };
}

function describeOperationRow(row: OperationRow): OperationData {
  return {
    id: row.id,
    kind: row.kind,
    role: row.role,
    unitTag: row.unitTag,
    stationId: row.stationId,
    regionId: row.regionId,
    writes: row.writes,
    after: row.after,
    touched: row.mayHaveChangedAt !== null,
    state: row.state,
    regions: row.regions,
    problem: row.problem,
    meaning: row.meaning,
    personName: row.personName,
    startedAt: row.startedAt,
    endedAt: row.endedAt
  };
}
