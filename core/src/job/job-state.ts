import { resolveAccess, type Access } from '../access/access.ts';
import type { Result } from '../base/result.ts';
import { needsDonor, type RegionParts } from '../clone/parts.ts';
import type { RecipeLine } from '../clone/plan.ts';
import type { DonorCheck } from '../match/judge-donor.ts';
import { failureOfContent, wordFor, type InVehicleFact } from '../clone/in-vehicle.ts';
import type { CloneMethod, Profile } from '../profile/profile.ts';
import { findAuthorityGap, touchesSecurity, type AuthorityGap } from './authority.ts';
import { resolveMethod } from './clone-method.ts';
import { makeRecipe, neededReads, partsOfJob, type NeededRead } from './clone-recipe.ts';
import { newestFiles, stateOfClone, type CloneState } from './clone-state.ts';
import type { CloseFacts } from './close.ts';
import { factsOfEnding } from './end-facts.ts';
import type { CloneFact, JobFact, JobRows, KeptReadFact, UnitFact } from './job-rows.ts';
import { buildProof, type ProofState } from './proof-state.ts';
import {
  holdAgainst,
  listPairs,
  listSets,
  viewRegions,
  viewSecrets,
  type Looks,
  type ReadSet,
  type RegionView,
  type SecretView,
  type SideReads
} from './region-state.ts';
import { JOB_ROLES, type UnitRole } from './roles.ts';
import { shapeOf, type JobShape } from './shape.ts';
import { sideOf, type ProfileOf } from './side.ts';
import { matchUnits } from './unit-facts.ts';
import {
  readsBeforeChange,
  standingWrite,
  stateOfWrite,
  writesTo,
  type OperationFact,
  type WriteState
} from './work-state.ts';

/** How a job stands, out of what is kept of it and nothing else: no bench, no clock. A plain value. */
export interface JobState<
  U extends UnitFact = UnitFact,
  R extends KeptReadFact = KeptReadFact,
  O extends OperationFact = OperationFact,
  C extends CloneFact = CloneFact
> {
  readonly job: JobFact;
  /** What a job of this kind consists of. */
  readonly shape: JobShape;
  readonly profile: Profile | undefined;
  /** How the memory is reached, resolved once from what was chosen; undefined without a profile. */
  readonly access: Access | undefined;
  /** How the image is made: what was chosen for the job, else the family's first method. */
  readonly method: CloneMethod;
  readonly units: JobRows<U>['units'];
  /** The unit whose memory is to be written, if there is one. */
  readonly target: U | undefined;
  /** The donor held against the original by the rules of the family. */
  readonly match: DonorCheck | undefined;
  /** Reads and backups: regions of each unit from before this job changed anything in it. */
  readonly regions: Readonly<Record<UnitRole, readonly RegionView<R>[]>>;
  /** Security data of each unit that was read alone; empty where none was. */
  readonly secrets: Readonly<Record<UnitRole, readonly SecretView<R>[]>>;
  /** Newest supplied file of each region. */
  readonly supplied: readonly R[];
  /** Newest file of the maker with what the unit holds now, of each region that nobody can read. */
  readonly stock: readonly R[];
  /** Why a lead goes on without the donor's backup; undefined where the method needs its bytes. */
  readonly backupWaived: string | undefined;
  /** Where each byte that is written comes from; undefined where nothing is written. */
  readonly parts: Result<RegionParts[]> | undefined;
  /** What has to be trusted before it can be built. */
  readonly needed: readonly NeededRead[];
  /** What would be built now, of which contents. */
  readonly recipe: Result<RecipeLine[]> | undefined;
  readonly clone: C | undefined;
  readonly cloneState: CloneState;
  /** Why a lead lets just this image be written although nobody knows how it is checked. */
  readonly consent: string | undefined;
  readonly operations: readonly O[];
  /** The last try, even one that was turned away before it touched the unit. */
  readonly lastWrite: O | undefined;
  /** The write that says what the unit holds. */
  readonly standingWrite: O | undefined;
  /** What was told last of the standing write after it was tried in the vehicle, or of just its content in this unit before. */
  readonly inVehicle: InVehicleFact | undefined;
  /** Just what is built now was written before, proven, and failed in the vehicle. */
  readonly failedBefore: boolean;
  readonly writeState: WriteState;
  readonly needsAuthority: boolean;
  readonly authorityGap: AuthorityGap | undefined;
  readonly proof: ProofState;
  /** What closing the job rests on, for whoever asks. */
  readonly ending: Omit<CloseFacts, 'personRole' | 'returnSteps'>;
}

/** The parts that everything else rests on. */
function groundOf<U extends UnitFact, R extends KeptReadFact>(
  job: JobFact,
  rows: JobRows<U, R>,
  profileOf: ProfileOf
) {
  const profile = profileOf(job.familyId);
  const method = profile ? resolveMethod(profile, rows.choice) : 'none';
  const shape = shapeOf(job.reason);
  const { units } = rows;
  const changes = rows.changes.filter((c) => c.method === method);
  const supplied = newestFiles(rows.reads, units.original, 'supplied');
  const stock = newestFiles(rows.reads, units.original, 'stock');
  const partnerProfile = units.partner && profileOf(units.partner.familyId);
  const facts = { profile, shape, changes, supplied, stock, partnerProfile };
  // what is written into the unit itself is a file, whatever the family does when it clones
  const made = shape.target === 'original' ? 'supplied-file' : method;
  const parts = partsOfJob({ ...facts, method: made });
  return {
    ...{ job, units, profile, method, shape, supplied, stock, parts },
    recipeFacts: { ...facts, method: made },
    access: profile && resolveAccess(profile, rows.choice?.accessKey),
    target: shape.target && units[shape.target],
    // said for one method, it holds for no other that needs the donor's bytes
    backupWaived: (parts?.ok && !needsDonor(parts.value) && job.backupWaived) || undefined
  };
}

/** Whole regions of one unit, or security data read alone. */
type Kind = 'whole' | 'part';

/** Reads of one unit that still say what was in it before this job changed anything; undefined without family or unit. */
function readsOfSide<U extends UnitFact, R extends KeptReadFact>(
  ground: ReturnType<typeof groundOf<U, R>>,
  { reads, operations, accepted }: JobRows<U, R>,
  { role, kind, profileOf }: { role: UnitRole; kind: Kind; profileOf: ProfileOf }
): SideReads<R> | undefined {
  const unit = ground.units[role];
  const { profile } = sideOf(ground, role, profileOf);
  // original and donor have regions before there is a unit to read them from
  const foreseen = role === 'original' || role === 'donor';
  if (!profile || (!unit && !foreseen)) return undefined;
  const own = reads.filter(
    (r) => r.role === role && r.unitId === unit?.id && (r.ranges === null) === (kind === 'whole')
  );
  return {
    ...{ profile, role, reads: readsBeforeChange(own, writesTo(operations, unit?.id)) },
    accepted: accepted.filter((a) => a.unitId === unit?.id)
  };
}

/** Pairs of contents that have to be compared before the state can be read. Shape: SHA-256 by SHA-256. */
export function pairsOfJob(
  job: JobFact,
  rows: JobRows,
  profileOf: ProfileOf
): (readonly [string, string])[] {
  const ground = groundOf(job, rows, profileOf);
  return JOB_ROLES.flatMap((role) => {
    const side = readsOfSide(ground, rows, { role, kind: 'whole', profileOf });
    return side ? listPairs(side) : [];
  });
}

/** Sets of reads that have to be judged before the state can be read. */
export function setsOfJob<R extends KeptReadFact>(
  job: JobFact,
  rows: JobRows<UnitFact, R>,
  profileOf: ProfileOf
): ReadSet<R>[] {
  const ground = groundOf(job, rows, profileOf);
  return JOB_ROLES.flatMap((role) => {
    const side = readsOfSide(ground, rows, { role, kind: 'whole', profileOf });
    return side ? listSets(side) : [];
  });
}

/**
 * Reads the state of a job out of its rows. Total: what nobody knows stays undefined, `open` or `none`.
 * `compared`: how two contents differ, for the pairs of {@link pairsOfJob}; `judged`: what reads show, for the sets of {@link setsOfJob}.
 * Example: a job whose donor was written and read back equal has `writeState` `verified`; after another image is built `none`.
 */
export function readJobState<
  U extends UnitFact,
  R extends KeptReadFact,
  O extends OperationFact,
  C extends CloneFact
>(
  job: JobFact,
  rows: JobRows<U, R, O, C>,
  { profileOf, ...looks }: { readonly profileOf: ProfileOf } & Looks
): JobState<U, R, O, C> {
  const { units, clone, operations } = rows;
  const grounds = groundOf(job, rows, profileOf);
  const { recipeFacts, ...ground } = grounds;
  const { profile, shape, target, parts } = ground;
  const seen = (role: UnitRole) => {
    const side = readsOfSide(grounds, rows, { role, kind: 'whole', profileOf });
    return side ? viewRegions(side, looks) : [];
  };
  const alone = (role: UnitRole) => {
    const side = readsOfSide(grounds, rows, { role, kind: 'part', profileOf });
    return side ? viewSecrets(side) : [];
  };
  const secrets = byRole(alone);
  const original = seen('original');
  const backups = seen('donor');
  const writtenElsewhere = rows.writtenElsewhere.has(units.donor?.id ?? '');
  const donor = profile
    ? holdAgainst(profile, { original, donor: backups, writtenElsewhere })
    : backups;
  const regions = { original, donor, new: seen('new'), partner: seen('partner') };
  const recipe = makeRecipe(recipeFacts, { parts, regions, secrets });
  const writes = writesTo(operations, target?.id);
  const standing = standingWrite(writes);
  const inVehicle = standing && wordOf(rows, standing);
  const writeState = stateOfWrite(standing, clone?.id, inVehicle);
  const cloneState = stateOfClone(clone, {
    ...{ method: recipeFacts.method, recipe, version: profile?.version },
    proven: writeState === 'verified' || writeState === 'refuted'
  });
  const authorityGap = gapOf(job, rows);
  return {
    ...ground,
    ...{ clone, operations, cloneState, inVehicle, writeState, authorityGap },
    ...{ lastWrite: writes.at(-1), standingWrite: standing },
    failedBefore: cloneState === 'built' && isFailedContent(rows, clone),
    consent: rows.consents.findLast((c) => c.cloneImageId === clone?.id)?.reason,
    ...{ regions, secrets, recipe },
    needed: parts?.ok ? neededReads(parts.value, recipeFacts.partnerProfile) : [],
    match: profile && matchUnits(profile, units),
    needsAuthority: touchesSecurity(job.reason, profile?.securityData ?? false),
    proof: buildProof({ job, profile, rows, originalRegions: original }),
    ending: factsOfEnding({
      ...{ job, rows, shape, profile, authorityGap, originals: original },
      secrets: secrets.original,
      writeVerified: cloneState === 'built' && writeState === 'verified',
      writeRefuted: writeState === 'refuted'
    })
  };
}

/** What the vehicle says of a write: told of it, or of just its content in the same unit. */
function wordOf<O extends OperationFact>(
  { inVehicle, operations, clone }: JobRows<UnitFact, KeptReadFact, O>,
  write: O
): InVehicleFact | undefined {
  const same = new Set(operations.filter((o) => o.unitId === write.unitId).map((o) => o.id));
  return wordFor(
    inVehicle.filter((t) => same.has(t.operationId)),
    {
      operationId: write.id,
      lines: clone && write.cloneImageId === clone.id ? clone.plan.lines : []
    }
  );
}

const isFailedContent = ({ inVehicle }: Pick<JobRows, 'inVehicle'>, clone: CloneFact | undefined) =>
  failureOfContent(inVehicle, clone?.plan.lines ?? []) !== undefined;

function byRole<T>(of: (role: UnitRole) => T): Record<UnitRole, T> {
  return { original: of('original'), donor: of('donor'), new: of('new'), partner: of('partner') };
}

function gapOf(job: JobFact, { authority }: JobRows): AuthorityGap | undefined {
  if (authority) return findAuthorityGap({ ...authority, signed: authority.signature.length > 0 });
  const { authorisedBy: orderedBy } = job;
  return findAuthorityGap(
    orderedBy ? { orderedBy, proofKind: 'none', proofNumber: '', signed: false } : undefined
  );
}
