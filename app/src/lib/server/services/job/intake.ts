import { fail, ok, type Result } from '@badger/core/base/result';
import { tidyPlate } from '@badger/core/identity/plate';
import { parseVin } from '@badger/core/identity/vin';
import type { UnitRole } from '@badger/core/job/roles';
import { shapeOf } from '@badger/core/job/shape';
import { checkRight } from '@badger/core/rights/rights';
import type { NewJob } from '../../../schema/requests.ts';
import type { Deps } from '../../deps.ts';
import type { Tx } from '../../db/client.ts';
import { findIntake, insertArrival, lockVin, takeTag } from '../../repositories/arrive.ts';
import { appendEvent } from '../../repositories/events.ts';
import { findJobById, insertJob, listJobsOfVin } from '../../repositories/jobs.ts';
import { setJobUnit } from '../../repositories/job-units.ts';
import type { Person } from '../../repositories/people.ts';
import { findUnitByTag, insertUnit, setPlace } from '../../repositories/units.ts';

/**
 * Takes a vehicle or posted units in and opens the job. An intake that is sent twice opens one job; a vehicle whose job
 * is open already is refused unless the person wants another one: two people may take the same in at once.
 * Errors: `vin.*`, `job.family.unknown`, `job.units.same`, `job.unit.family`, `job.vin.open` (with the job that is open).
 */
export async function takeIn(
  deps: Deps,
  person: Person,
  values: NewJob
): Promise<Result<{ number: number }>> {
  const may = checkRight(person.role, 'job.open');
  if (!may.ok) return may;
  const vin = vinOf(values);
  if (!vin.ok) return vin;
  if (!deps.profiles.has(values.family))
    return fail('job.family.unknown', { family: values.family });
  const checked = await checkUnits(deps, values);
  if (!checked.ok) return checked;
  const opened = await deps.db.transaction((tx) => open(tx, person, { values, vin: vin.value }));
  if (opened.ok) deps.bench.hub.tell({ type: 'job', jobNumber: opened.value.number });
  return opened;
}

/** A loose unit has no known vehicle: no VIN is demanded of it, and its plate or sender stands instead. */
function vinOf({ vin, reason }: NewJob): Result<string> {
  if (vin.trim() === '' && !shapeOf(reason).vehicleKnown) return ok('');
  const parsed = parseVin(vin);
  return parsed.ok ? ok(parsed.value.text) : parsed;
}

async function checkUnits(deps: Deps, values: NewJob): Promise<Result<true>> {
  const tags = values.units.map((u) => u.tag).filter((t) => t !== '');
  const twice = tags.find((t, i) => tags.indexOf(t) !== i);
  if (twice !== undefined) return fail('job.units.same', { tag: twice });
  for (const tag of tags) {
    const known = await findUnitByTag(deps.db, tag);
    if (known && known.familyId !== values.family)
      return fail('job.unit.family', { tag, family: known.familyId });
  }
  return ok(true);
}

/** The job that was opened with this key; sent again, it opens no second one. */
async function openedBefore(tx: Tx, intakeKey: string): Promise<number | undefined> {
  const jobId = await findIntake(tx, intakeKey);
  return jobId === undefined ? undefined : (await findJobById(tx, jobId))?.number;
}

async function open(
  tx: Tx,
  person: Person,
  { values, vin }: { values: NewJob; vin: string }
): Promise<Result<{ number: number }>> {
  await lockVin(tx, vin === '' ? values.intakeKey : vin);
  const before = await openedBefore(tx, values.intakeKey);
  if (before !== undefined) return ok({ number: before });
  const running = vin === '' ? undefined : (await listJobsOfVin(tx, vin)).find((j) => !j.closedAt);
  if (running && !values.another) return fail('job.vin.open', { openJob: running.number });
  const plate = tidyPlate(values.plate ?? '');
  const made = await insertJob(tx, {
    customer: values.customer.trim(),
    vehicle: values.vehicle.trim(),
    vin,
    familyId: values.family,
    complaint: values.complaint.trim(),
    shows: values.shows?.trim() ?? '',
    showsMinutes: values.showsMinutes ?? null,
    plate,
    reason: values.reason,
    authorisedBy: values.authorisedBy.trim() || null,
    promisedAt: values.promisedAt ? new Date(values.promisedAt) : null
  });
  await insertArrival(tx, {
    jobId: made.id,
    how: values.arrival.how,
    parcelNumber: values.arrival.parcelNumber.trim(),
    condition: values.arrival.condition.trim(),
    intakeKey: values.intakeKey
  });
  await appendEvent(tx, {
    jobId: made.id,
    person,
    kind: 'job.opened',
    data: {
      ...{ customer: values.customer, vin, family: values.family, reason: values.reason },
      ...(plate === '' ? {} : { plate })
    }
  });
  for (const unit of values.units) {
    await attachUnit(tx, { ...unit, jobId: made.id, family: values.family, person });
  }
  return ok({ number: made.number });
}

export interface Attachment {
  readonly jobId: string;
  readonly role: UnitRole;
  /** Empty: the shop gives the next one. */
  readonly tag: string;
  readonly family: string;
  readonly place?: string;
  readonly condition?: string;
  readonly person: Person;
}

/** Names a unit's role in a job; a unit without a tag gets one. Gives the tag. */
export async function attachUnit(tx: Tx, a: Attachment): Promise<string> {
  const tag = a.tag === '' ? await takeTag(tx) : a.tag;
  const unit =
    (await findUnitByTag(tx, tag)) ?? (await insertUnit(tx, { tag, familyId: a.family }));
  if (a.place) await setPlace(tx, unit.id, a.place);
  await setJobUnit(tx, a, { unitId: unit.id, condition: a.condition ?? '' });
  await appendEvent(tx, {
    jobId: a.jobId,
    person: a.person,
    kind: `${a.role}.chosen`,
    data: { tag }
  });
  return tag;
}
