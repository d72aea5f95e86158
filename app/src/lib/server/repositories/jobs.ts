import { and, asc, desc, eq, ilike, isNull, or, sql } from 'drizzle-orm';
import type { UnitRole } from '@badger/core/gates/facts';
import type { Tx } from '../db/client.ts';
import { customer, job, jobUnit, unit, vehicle } from '../db/schema/jobs.ts';

export type UnitRow = typeof unit.$inferSelect;

const jobColumns = {
  id: job.id,
  number: job.number,
  familyId: job.familyId,
  complaint: job.complaint,
  authorisedBy: job.authorisedBy,
  proofOutcome: job.proofOutcome,
  proofReason: job.proofReason,
  note: job.note,
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

export async function listJobs(db: Tx) {
  return jobsQuery(db).orderBy(
    sql`${job.closedAt} is not null`,
    sql`${job.promisedAt} nulls last`,
    desc(job.number)
  );
}

export async function findJob(db: Tx, number: number): Promise<JobRow | undefined> {
  const [row] = await jobsQuery(db).where(eq(job.number, number));
  return row;
}

/** Jobs, by number, customer, vehicle, VIN or the tag of one of their units. */
export async function searchJobs(db: Tx, text: string, limit = 20): Promise<JobRow[]> {
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
        ilike(job.familyId, like),
        sql`exists ${byTag}`
      )
    )
    .orderBy(sql`${job.closedAt} is not null`, desc(job.number))
    .limit(limit);
}

export interface NewJobValues {
  readonly number?: number;
  readonly customer: string;
  readonly vehicle: string;
  readonly vin: string;
  readonly familyId: string;
  readonly complaint: string;
  readonly authorisedBy: string | null;
  readonly promisedAt?: Date | null;
  readonly stationId?: string | null;
  readonly proofOutcome?: 'cause' | 'not-cause' | 'open';
  readonly proofReason?: string | null;
  readonly note?: string | null;
}

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
      authorisedBy: values.authorisedBy,
      promisedAt: values.promisedAt ?? null,
      stationId: values.stationId ?? null,
      proofOutcome: values.proofOutcome ?? 'open',
      proofReason: values.proofReason ?? null,
      note: values.note ?? null
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

export async function setStation(db: Tx, jobId: string, stationId: string): Promise<void> {
  await db.update(job).set({ stationId }).where(eq(job.id, jobId));
}

/** Closes a job once; false when it was closed already. */
export async function closeJob(
  db: Tx,
  jobId: string,
  personId: string,
  at: Date
): Promise<boolean> {
  const rows = await db
    .update(job)
    .set({ closedAt: at, closedBy: personId })
    .where(and(eq(job.id, jobId), isNull(job.closedAt)))
    .returning({ id: job.id });
  return rows.length === 1;
}

export async function findJobUnits(
  db: Tx,
  jobId: string
): Promise<Partial<Record<UnitRole, UnitRow>>> {
  const rows = await db
    .select({ role: jobUnit.role, unit })
    .from(jobUnit)
    .innerJoin(unit, eq(unit.id, jobUnit.unitId))
    .where(eq(jobUnit.jobId, jobId));
  return Object.fromEntries(rows.map((r) => [r.role, r.unit]));
}

export async function setJobUnit(
  db: Tx,
  jobId: string,
  role: UnitRole,
  unitId: string
): Promise<void> {
  await db
    .insert(jobUnit)
    .values({ jobId, role, unitId })
    .onConflictDoUpdate({ target: [jobUnit.jobId, jobUnit.role], set: { unitId } });
}

export async function listJobsOfUnit(db: Tx, unitId: string) {
  return db
    .select({ role: jobUnit.role, jobNumber: job.number, closedAt: job.closedAt })
    .from(jobUnit)
    .innerJoin(job, eq(job.id, jobUnit.jobId))
    .where(eq(jobUnit.unitId, unitId))
    .orderBy(asc(job.number));
}
