import { fail, ok, type Result } from '@badger/core/base/result';
import type { AssignUnit, Authority } from '../../schema/requests.ts';
import type { Deps } from '../deps.ts';
import { appendEvent } from '../repositories/events.ts';
import { closeJob, findJob, setAuthority, setStation, type JobRow } from '../repositories/jobs.ts';
import type { Person } from '../repositories/people.ts';
import { listReadsOfUnit } from '../repositories/reads.ts';
import { clearIdentity, findUnitByTag } from '../repositories/units.ts';
import type { UnitRole } from '@badger/core/gates/facts';
import { insertAuthority, isPhotoOfJob } from '../repositories/arrive.ts';
import { attachUnit } from './intake.ts';
import { hasRunningWork, withLockedJob } from './locked-job.ts';

async function openJob(deps: Deps, number: number): Promise<Result<JobRow>> {
  const job = await findJob(deps.db, number);
  if (!job) return fail('job.number.unknown', { number });
  return job.closedAt ? fail('gate.job.closed') : ok(job);
}

/**
 * Names the unit that is the original or the donor of a job.
 * Errors: those of an open job, `job.unit.family`, `job.units.same`, `job.donor.written` (one was written already),
 * `job.work.running`, `job.original.read` (reads of the present original are kept). An empty tag asks for a new one.
 */
export async function assignUnit(
  deps: Deps,
  person: Person,
  { jobNumber, tag, role, place, condition }: { jobNumber: number } & AssignUnit
): Promise<Result<true>> {
  const done = await withLockedJob<true>(deps, jobNumber, async (tx, view) => {
    if (hasRunningWork(view)) return fail('job.work.running');
    const other = view.units[role === 'donor' ? 'original' : 'donor'];
    if (tag !== '' && other?.tag === tag) return fail('job.units.same', { tag });
    if (role === 'donor' && view.lastWrite?.touchedAt) {
      return fail('job.donor.written', { tag: view.lastWrite.unitTag });
    }
    if (role === 'original' && view.regions.original.some((r) => r.reads.length > 0)) {
      return fail('job.original.read', { tag: view.units.original?.tag ?? '' });
    }
    const known = tag === '' ? undefined : await findUnitByTag(tx, tag);
    const family = view.job.familyId;
    if (known && known.familyId !== family) {
      return fail('job.unit.family', { tag, family: known.familyId });
    }
    await attachUnit(tx, {
      ...{ jobId: view.job.id, role, tag, family, person },
      ...(place ? { place } : {}),
      ...(condition ? { condition } : {})
    });
    return ok(true);
  });
  if (done.ok) deps.bench.hub.tell({ type: 'job', jobNumber });
  return done;
}

/**
 * Records who ordered the work, what proof was seen and the signature. The newest counts, the earlier ones are kept.
 * Errors: those of an open job, `photo.job.other` (a photo of another job).
 */
export async function recordAuthority(
  deps: Deps,
  person: Person,
  { jobNumber, ...values }: { jobNumber: number } & Authority
): Promise<Result<true>> {
  const job = await openJob(deps, jobNumber);
  if (!job.ok) return job;
  const { photoId = null } = values;
  if (photoId && !(await isPhotoOfJob(deps.db, photoId, job.value.id)))
    return fail('photo.job.other');
  const orderedBy = values.orderedBy.trim();
  await deps.db.transaction(async (tx) => {
    await insertAuthority(tx, {
      jobId: job.value.id,
      orderedBy,
      proofKind: values.proofKind,
      proofNumber: values.proofNumber.trim(),
      photoId,
      signature: values.signature,
      personId: person.id
    });
    await setAuthority(tx, job.value.id, orderedBy);
    await appendEvent(tx, {
      jobId: job.value.id,
      person,
      kind: 'authority.recorded',
      data: {
        authorisedBy: orderedBy,
        proof: values.proofKind,
        number: values.proofNumber.trim(),
        signed: values.signature.length > 0
      }
    });
  });
  deps.bench.hub.tell({ type: 'job', jobNumber });
  return ok(true);
}

/**
 * Forgets the chip id of a unit that was identified under the wrong tag, as long as nothing rests on it.
 * Errors: those of an open job, `gate.person.role`, `upload.unit.none`, `identify.chip.used` (reads are kept).
 */
export async function forgetChip(
  deps: Deps,
  person: Person,
  options: { jobNumber: number; role: UnitRole }
): Promise<Result<true>> {
  if (person.role === 'desk') return fail('gate.person.role', { role: person.role });
  const forgotten = await withLockedJob<{ tag: string }>(
    deps,
    options.jobNumber,
    async (tx, view) => {
      if (hasRunningWork(view)) return fail('job.work.running');
      const unit = view.units[options.role];
      if (!unit) return fail('upload.unit.none', { role: options.role });
      if ((await listReadsOfUnit(tx, unit.id)).some((r) => r.source === 'bench')) {
        return fail('identify.chip.used', { tag: unit.tag });
      }
      await clearIdentity(tx, unit.id);
      await appendEvent(tx, {
        jobId: view.job.id,
        person,
        kind: 'chip.forgotten',
        data: { unit: unit.tag, role: options.role, chipId: unit.chipId ?? '' }
      });
      return ok({ tag: unit.tag });
    }
  );
  if (!forgotten.ok) return forgotten;
  for (const station of deps.bench.stations.values()) {
    if (station.connected?.tag === forgotten.value.tag) station.forget();
  }
  deps.bench.hub.tell({ type: 'job', jobNumber: options.jobNumber });
  return ok(true);
}

/** Puts a job on a station. Errors: those of an open job, `station.id.unknown`. */
export async function moveToStation(
  deps: Deps,
  person: Person,
  options: { jobNumber: number; stationId: string }
): Promise<Result<true>> {
  const job = await openJob(deps, options.jobNumber);
  if (!job.ok) return job;
  if (!deps.bench.stations.has(options.stationId)) return fail('station.id.unknown');
  await deps.db.transaction(async (tx) => {
    await setStation(tx, job.value.id, options.stationId);
    await appendEvent(tx, {
      jobId: job.value.id,
      person,
      kind: 'station.chosen',
      data: { station: options.stationId }
    });
  });
  deps.bench.hub.tell({ type: 'job', jobNumber: options.jobNumber });
  return ok(true);
}

/**
 * Closes a job: from then on it is a record.
 * Errors: those of an open job, `gate.person.role`, `job.close.unverified`, `job.work.running` (an operation has not ended).
 */
export async function finishJob(
  deps: Deps,
  person: Person,
  jobNumber: number
): Promise<Result<true>> {
  if (person.role === 'trainee') return fail('gate.person.role', { role: person.role });
  const closed = await withLockedJob<true>(deps, jobNumber, async (tx, view) => {
    if (hasRunningWork(view)) return fail('job.work.running');
    if (view.line.write.code !== 'write.clone.verified') return fail('job.close.unverified');
    if (!(await closeJob(tx, view.job.id, person.id, deps.clock.now())))
      return fail('gate.job.closed');
    await appendEvent(tx, { jobId: view.job.id, person, kind: 'job.closed' });
    return ok(true);
  });
  if (closed.ok) deps.bench.hub.tell({ type: 'job', jobNumber });
  return closed;
}
