import { and, count, desc, eq, ilike, isNull, or, sql } from 'drizzle-orm';
import type { JobResult } from '@badger/core/job/shape';
import type { Sorting } from '../../sorting.ts';
import type { Tx } from '../db/client.ts';
import { customer, job, jobUnit, unit, vehicle } from '../db/schema/jobs.ts';

const jobColumns = {
  id: job.id,
  number: job.number,
  familyId: job.familyId,
  complaint: job.complaint,
  shows: job.shows,
  showsMinutes: job.showsMinutes,
  plate: job.plate,
  authorisedBy: job.authorisedBy,
  proofOutcome: job.proofOutcome,
  proofReason: job.proofReason,
  note: job.note,
  reason: job.reason,
  result: job.result,
  resultReason: job.resultReason,
  backupWaived: job.backupWaived,
  accessKind: job.accessKind,
  accessReason: job.accessReason,
  stationId: job.stationId,
  promisedAt: job.promisedAt,
  createdAt: job.createdAt,
  closedAt: job.closedAt,
  closedBy: job.closedBy,
  customer: customer.name,
  vehicle: vehicle.description,
  vin: vehicle.vin
};

function jobsQuery(db: Tx) {
  return db
    .select(jobColumns)
    .from(job)
    .innerJoin(customer, eq(customer.id, job.customerId))
    .innerJoin(vehicle, eq(vehicle.id, job.vehicleId));
}

export type JobRow = Awaited<ReturnType<typeof listJobs>>[number];

/** A page of a list: how many rows, and how many before it. */
export interface Page {
  readonly limit: number;
  readonly offset: number;
}

/** Open jobs first, by promise, then closed ones; the index `job_list` holds them in this order. */
const LIST_ORDER = [
  sql`(${job.closedAt} is not null)`,
  sql`${job.promisedAt}`,
  sql`${job.number} desc nulls last`
];

/** What a list of jobs may be sorted by. */
export const JOB_SORTS = ['number', 'customer', 'vehicle', 'family', 'promised'] as const;
export type JobSorting = Sorting<(typeof JOB_SORTS)[number]>;

const JOB_COLUMNS = {
  number: job.number,
  customer: sql`lower(${customer.name})`,
  vehicle: sql`lower(${vehicle.description})`,
  family: job.familyId,
  promised: job.promisedAt
};

/** By a column with the number behind it, so that pages neither repeat nor lose a job. */
function orderOf({ key, down }: JobSorting) {
  const column = JOB_COLUMNS[key];
  return [down ? sql`${column} desc nulls last` : sql`${column} asc nulls last`, desc(job.number)];
}

export async function listJobs(
  db: Tx,
  {
    page,
    openOnly = false,
    sorting
  }: { page?: Page; openOnly?: boolean; sorting?: JobSorting | undefined } = {}
) {
  const query = jobsQuery(db)
    .where(openOnly ? isNull(job.closedAt) : undefined)
    .orderBy(...(sorting ? orderOf(sorting) : LIST_ORDER))
    .$dynamic();
  return page ? query.limit(page.limit).offset(page.offset) : query;
}

export async function countJobs(db: Tx, openOnly = false): Promise<number> {
  const [row] = await db
    .select({ n: count() })
    .from(job)
    .where(openOnly ? isNull(job.closedAt) : undefined);
  return row?.n ?? 0;
}

/** Jobs of a VIN, newest first. */
export async function listJobsOfVin(db: Tx, vin: string, limit = 10): Promise<JobRow[]> {
  return jobsQuery(db).where(eq(vehicle.vin, vin)).orderBy(desc(job.number)).limit(limit);
}

export async function findJobById(db: Tx, id: string): Promise<JobRow | undefined> {
  const [row] = await jobsQuery(db).where(eq(job.id, id));
  return row;
}

export async function findJob(db: Tx, number: number): Promise<JobRow | undefined> {
  const [row] = await jobsQuery(db).where(eq(job.number, number));
  return row;
}

/** Compares letters and digits alone; a text without any fits no plate. */
function byPlate(text: string) {
  const letters = text.replaceAll(/[^\p{L}\p{N}]/gu, '');
  if (letters === '') return sql`false`;
  return sql`regexp_replace(${job.plate}, '[^[:alnum:]]', '', 'g') ilike ${`%${letters}%`}`;
}

/** Jobs, by number, customer, vehicle, VIN, plate or the tag of one of their units. */
export async function searchJobs(
  db: Tx,
  text: string,
  { limit = 20, sorting }: { limit?: number; sorting?: JobSorting | undefined } = {}
): Promise<JobRow[]> {
  const like = `%${text.replaceAll(/[%_\\]/g, '\\$&')}%`;
  const byTag = db
    .select({ one: sql`1` })
    .from(jobUnit)
    .innerJoin(unit, eq(unit.id, jobUnit.unitId))
    .where(and(eq(jobUnit.jobId, job.id), ilike(unit.tag, like)));
  return jobsQuery(db)
    .where(
      or(
        sql`${job.number}::text like ${like}`,
        ilike(customer.name, like),
        ilike(vehicle.description, like),
        ilike(vehicle.vin, like),
        // a plate is typed with blanks and dashes, or without
        byPlate(text),
        ilike(job.familyId, like),
        sql`exists ${byTag}`
      )
    )
    .orderBy(...(sorting ? orderOf(sorting) : [sql`${job.closedAt} is not null`, desc(job.number)]))
    .limit(limit);
}

export interface NewJobValues {
  readonly number?: number;
  readonly customer: string;
  readonly vehicle: string;
  readonly vin: string;
  readonly familyId: string;
  readonly complaint: string;
  readonly shows?: string;
  readonly showsMinutes?: number | null;
  readonly plate?: string;
  readonly authorisedBy: string | null;
  readonly promisedAt?: Date | null;
  readonly stationId?: string | null;
  readonly proofOutcome?: 'cause' | 'not-cause' | 'open';
  readonly proofReason?: string | null;
  readonly note?: string | null;
  readonly reason?: JobReason;
  readonly accessKind?: string | null;
  readonly accessReason?: string | null;
}

export type JobReason = (typeof job.$inferSelect)['reason'];

export async function insertJob(
  db: Tx,
  values: NewJobValues
): Promise<{ id: string; number: number }> {
  await db.insert(customer).values({ name: values.customer }).onConflictDoNothing();
  const [owner] = await db.select().from(customer).where(eq(customer.name, values.customer));
  const customerId = (owner as { id: string }).id;
  const [known] = await db
    .select()
    .from(vehicle)
    .where(and(eq(vehicle.vin, values.vin), eq(vehicle.customerId, customerId)));
  const [made] = known
    ? [known]
    : await db
        .insert(vehicle)
        .values({ customerId, vin: values.vin, description: values.vehicle })
        .returning();
  const [row] = await db
    .insert(job)
    .values({
      ...(values.number === undefined ? {} : { number: values.number }),
      customerId,
      vehicleId: (made as { id: string }).id,
      familyId: values.familyId,
      complaint: values.complaint,
      shows: values.shows ?? '',
      showsMinutes: values.showsMinutes ?? null,
      plate: values.plate ?? '',
      authorisedBy: values.authorisedBy,
      promisedAt: values.promisedAt ?? null,
      stationId: values.stationId ?? null,
      proofOutcome: values.proofOutcome ?? 'open',
      proofReason: values.proofReason ?? null,
      note: values.note ?? null,
      reason: values.reason ?? 'failed-module',
      accessKind: values.accessKind ?? null,
      accessReason: values.accessReason ?? null
    })
    .returning({ id: job.id, number: job.number });
  return row as { id: string; number: number };
}

export async function setProof(
  db: Tx,
  jobId: string,
  proof: { outcome: 'cause' | 'not-cause' | 'open'; reason: string }
): Promise<void> {
  await db
    .update(job)
    .set({ proofOutcome: proof.outcome, proofReason: proof.reason })
    .where(eq(job.id, jobId));
}

export async function setAuthority(db: Tx, jobId: string, authorisedBy: string): Promise<void> {
  await db.update(job).set({ authorisedBy }).where(eq(job.id, jobId));
}

export async function setAccessKind(
  db: Tx,
  jobId: string,
  values: { accessKind: string; reason: string }
): Promise<void> {
  await db
    .update(job)
    .set({ accessKind: values.accessKind, accessReason: values.reason })
    .where(eq(job.id, jobId));
}

export async function setStation(db: Tx, jobId: string, stationId: string): Promise<void> {
  await db.update(job).set({ stationId }).where(eq(job.id, jobId));
}

/**
 * Holds a job until the caller's transaction ends: whoever enqueues work, reassigns, rebuilds or closes does so one after
 * the other, each on what the one before has left.
 */
export async function lockJob(db: Tx, jobId: string): Promise<void> {
  await db.execute(sql`select 1 from job where id = ${jobId}::uuid for no key update`);
}

/** Closes a job once; false when it was closed already. */
export async function closeJob(
  db: Tx,
  jobId: string,
  end: { result: JobResult; reason: string; by: string; at: Date }
): Promise<boolean> {
  const rows = await db
    .update(job)
    .set({
      closedAt: end.at,
      closedBy: end.by,
      result: end.result,
      resultReason: end.reason === '' ? null : end.reason
    })
    .where(and(eq(job.id, jobId), isNull(job.closedAt)))
    .returning({ id: job.id });
  return rows.length === 1;
}

export async function setBackupWaived(db: Tx, jobId: string, reason: string | null): Promise<void> {
  await db.update(job).set({ backupWaived: reason }).where(eq(job.id, jobId));
}

/** Names of customers to pick from, those with the newest jobs first. */
export async function listCustomers(db: Tx, limit = 200): Promise<string[]> {
  const rows = await db
    .select({ name: customer.name, last: sql<number>`max(${job.number})`.as('last') })
    .from(customer)
    .innerJoin(job, eq(job.customerId, customer.id))
    .groupBy(customer.name)
    .orderBy(desc(sql`last`))
    .limit(limit);
  return rows.map((r) => r.name);
}
