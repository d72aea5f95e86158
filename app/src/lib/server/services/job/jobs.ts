import type { UnitRow } from '../../repositories/job-units.ts';
import type { JobView } from './job-view.ts';
import { needsDonor } from '@badger/core/clone/parts';
import { fail, ok, type Result } from '@badger/core/base/result';
import { checkClose } from '@badger/core/job/close';
import { JOB_ROLES } from '@badger/core/job/roles';
import { writesTo } from '@badger/core/job/work-state';
import type { AssignUnit, Authority, CloseJob } from '../../../schema/requests.ts';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import { closeJob, setAuthority, setBackupWaived, setStation } from '../../repositories/jobs.ts';
import type { Person } from '../../repositories/people.ts';
import { listReadsOfUnit } from '../../repositories/reads.ts';
import { clearIdentity, findUnitByTag } from '../../repositories/units.ts';
import type { UnitRole } from '@badger/core/job/roles';
import { insertAuthority, isPhotoOfJob } from '../../repositories/arrive.ts';
import { actOnJob, actOnView, hasRunningWork } from './act-on-job.ts';
import { attachUnit } from './intake.ts';

/**
 * Names the unit that is the original or the donor of a job.
 * Errors: those of {@link actOnJob}, `job.unit.family`, `job.units.same`, `job.donor.written` (one was written already),
 * `job.work.running`, `job.original.read` (reads of the present original are kept). An empty tag asks for a new one.
 */
export async function assignUnit(
  deps: Deps,
  person: Person,
  { jobNumber, tag, role, place, condition, ...rest }: { jobNumber: number } & AssignUnit
): Promise<Result<true>> {
  const act = { person, jobNumber, right: 'unit.assign' } as const;
  return actOnView<true>(deps, act, async (tx, view) => {
    if (hasRunningWork(view)) return fail('job.work.running');
    const free = checkPlace(view, role, tag);
    if (!free.ok) return free;
    const known = tag === '' ? undefined : await findUnitByTag(tx, tag);
    const fits = familyFor(deps, view, { role, known, asked: rest.family });
    if (!fits.ok) return fits;
    const family = fits.value;
    const present = view.units[role];
    // what a lead waived was waived for the present donor
    if (role === 'donor' && view.job.backupWaived && present?.tag !== tag)
      await setBackupWaived(tx, view.job.id, null);
    await attachUnit(tx, {
      ...{ jobId: view.job.id, role, tag, family, person },
      ...(place ? { place } : {}),
      ...(condition ? { condition } : {})
    });
    return ok(true);
  });
}

/** May another unit take this place? Errors: `job.units.same`, `job.donor.written`, `job.original.read`. */
function checkPlace(view: JobView, role: UnitRole, tag: string): Result<true> {
  const others = JOB_ROLES.filter((r) => r !== role).map((r) => view.units[r]?.tag);
  if (tag !== '' && others.includes(tag)) return fail('job.units.same', { tag });
  const present = view.units[role];
  if (present && writesTo(view.operations, present.id).some((w) => w.mayHaveChangedAt))
    return fail('job.donor.written', { tag: present.tag });
  return role === 'original' && view.records.reads.some((r) => r.role === 'original')
    ? fail('job.original.read', { tag: view.units.original?.tag ?? '' })
    : ok(true);
}

/** The family of a unit in its place. Errors: `job.partner.family`, `job.family.unknown`, `job.unit.family`. */
function familyFor(
  deps: Deps,
  view: JobView,
  {
    role,
    known,
    asked = ''
  }: { role: UnitRole; known: UnitRow | undefined; asked?: string | undefined }
): Result<string> {
  const own = view.job.familyId;
  const family = role === 'partner' ? (known?.familyId ?? asked) : own;
  if (role === 'partner' && family === own) return fail('job.partner.family', { family });
  if (role === 'partner' && !deps.profiles.has(family))
    return fail('job.family.unknown', { family });
  return known && known.familyId !== family
    ? fail('job.unit.family', { tag: known.tag, family: known.familyId })
    : ok(family);
}

/**
 * Records who ordered the work, what proof was seen and the signature. The newest counts, the earlier ones are kept.
 * Errors: those of {@link actOnJob}, `photo.job.other` (a photo of another job).
 */
export async function recordAuthority(
  deps: Deps,
  person: Person,
  { jobNumber, ...values }: { jobNumber: number } & Authority
): Promise<Result<true>> {
  const { photoId = null } = values;
  const orderedBy = values.orderedBy.trim();
  const act = { person, jobNumber, right: 'authority.record' } as const;
  return actOnJob<true>(deps, act, async (tx, job) => {
    if (photoId && !(await isPhotoOfJob(tx, photoId, job.id))) return fail('photo.job.other');
    await insertAuthority(tx, {
      jobId: job.id,
      orderedBy,
      proofKind: values.proofKind,
      proofNumber: values.proofNumber.trim(),
      photoId,
      signature: values.signature,
      personId: person.id
    });
    await setAuthority(tx, job.id, orderedBy);
    await appendEvent(tx, {
      jobId: job.id,
      person,
      kind: 'authority.recorded',
      data: {
        authorisedBy: orderedBy,
        proof: values.proofKind,
        number: values.proofNumber.trim(),
        signed: values.signature.length > 0
      }
    });
    return ok(true);
  });
}

/**
 * Forgets the chip id of a unit that was identified under the wrong tag, as long as nothing rests on it.
 * Errors: those of {@link actOnJob}, `upload.unit.none`, `identify.chip.used` (reads are kept).
 */
export async function forgetChip(
  deps: Deps,
  person: Person,
  options: { jobNumber: number; role: UnitRole }
): Promise<Result<true>> {
  const { jobNumber, role } = options;
  const act = { person, jobNumber, right: 'unit.forget-chip' } as const;
  const forgotten = await actOnView<{ tag: string }>(deps, act, async (tx, view) => {
    if (hasRunningWork(view)) return fail('job.work.running');
    const unit = view.units[role];
    if (!unit) return fail('upload.unit.none', { role });
    if ((await listReadsOfUnit(tx, unit.id)).some((r) => r.source === 'bench')) {
      return fail('identify.chip.used', { tag: unit.tag });
    }
    await clearIdentity(tx, unit.id);
    await appendEvent(tx, {
      jobId: view.job.id,
      person,
      kind: 'chip.forgotten',
      data: { unit: unit.tag, role, chipId: unit.chipId ?? '' }
    });
    return ok({ tag: unit.tag });
  });
  if (!forgotten.ok) return forgotten;
  for (const station of deps.bench.stations.values()) {
    if (station.connected?.tag === forgotten.value.tag) station.forget();
  }
  return ok(true);
}

/** Puts a job on a station. Errors: those of {@link actOnJob}, `station.id.unknown`. */
export async function moveToStation(
  deps: Deps,
  person: Person,
  { jobNumber, stationId }: { jobNumber: number; stationId: string }
): Promise<Result<true>> {
  const act = { person, jobNumber, right: 'station.choose' } as const;
  return actOnJob<true>(deps, act, async (tx, job) => {
    if (!deps.bench.stations.has(stationId)) return fail('station.id.unknown');
    await setStation(tx, job.id, stationId);
    await appendEvent(tx, {
      jobId: job.id,
      person,
      kind: 'station.chosen',
      data: { station: stationId }
    });
    return ok(true);
  });
}

/**
 * Closes a job with the result of its kind, or with none when a lead says why: from then on it is a record.
 * Errors: those of {@link actOnJob} and of {@link checkClose}. Without a result it is the one that is hoped for.
 */
export async function finishJob(
  deps: Deps,
  person: Person,
  { jobNumber, result, reason = '' }: { jobNumber: number } & Partial<CloseJob>
): Promise<Result<true>> {
  const act = { person, jobNumber, right: 'job.close' } as const;
  return actOnView<true>(deps, act, async (tx, view) => {
    if ([...deps.bench.acts.values()].some((a) => a.jobNumber === jobNumber))
      return fail('job.work.running');
    const wanted = result ?? view.shape.results[0] ?? 'ended';
    const { ending, returnSteps } = view;
    const may = checkClose(wanted, reason, { ...ending, returnSteps, personRole: person.role });
    if (!may.ok) return may;
    const end = { result: wanted, reason: reason.trim(), by: person.id, at: deps.clock.now() };
    if (!(await closeJob(tx, view.job.id, end))) return fail('gate.job.closed');
    await appendEvent(tx, {
      jobId: view.job.id,
      person,
      kind: 'job.closed',
      data: { result: wanted, ...(end.reason === '' ? {} : { reason: end.reason }) }
    });
    return ok(true);
  });
}

/**
 * A lead goes on without the donor's backup, where the method does not need its bytes, and says why; an empty reason takes
 * it back. Errors: those of {@link actOnJob}, `backup.waive.needed` (the method puts the donor's bytes into the image).
 */
export async function waiveBackup(
  deps: Deps,
  person: Person,
  { jobNumber, reason }: { jobNumber: number; reason: string }
): Promise<Result<true>> {
  const act = { person, jobNumber, right: 'backup.waive' } as const;
  return actOnView<true>(deps, act, async (tx, view) => {
    if (hasRunningWork(view)) return fail('job.work.running');
    const { profile, parts, shape } = view;
    if (!profile || shape.target !== 'donor' || !parts?.ok || needsDonor(parts.value))
      return fail('backup.waive.needed', { family: view.job.familyId });
    const why = reason.trim();
    await setBackupWaived(tx, view.job.id, why === '' ? null : why);
    await appendEvent(tx, {
      jobId: view.job.id,
      person,
      kind: why === '' ? 'backup.asked' : 'backup.waived',
      data: { reason: why }
    });
    return ok(true);
  });
}
