import { and, asc, eq, inArray } from 'drizzle-orm';
import type { UnitRole } from '@badger/core/job/roles';
import type { Tx } from '../db/client.ts';
import { customer, job, jobUnit, unit, vehicle } from '../db/schema/jobs.ts';

export type UnitRow = typeof unit.$inferSelect;

/** What the job knows of its unit, apart from the unit itself. */
export interface JobUnitFacts {
  readonly condition: string;
  readonly fedBy: 'bench' | 'vehicle' | null;
  readonly fedMv: number | null;
  readonly fedAt: Date | null;
}

export type JobUnits = Partial<Record<UnitRole, UnitRow & JobUnitFacts>>;

/** The units of these jobs by role, by job id. */
export async function listJobUnits(
  db: Tx,
  jobIds: readonly string[]
): Promise<Map<string, JobUnits>> {
  const rows =
    jobIds.length === 0
      ? []
      : await db
          .select({ own: jobUnit, unit })
          .from(jobUnit)
          .innerJoin(unit, eq(unit.id, jobUnit.unitId))
          .where(inArray(jobUnit.jobId, [...jobIds]));
  const units = new Map<string, JobUnits>();
  for (const { own, unit: row } of rows) {
    const { jobId, role, condition, fedBy, fedMv, fedAt } = own;
    units.set(jobId, { ...units.get(jobId), [role]: { ...row, condition, fedBy, fedMv, fedAt } });
  }
  return units;
}

export async function findJobUnits(db: Tx, jobId: string): Promise<JobUnits> {
  return (await listJobUnits(db, [jobId])).get(jobId) ?? {};
}

/** What a unit is in which job. */
export interface JobRole {
  readonly jobId: string;
  readonly role: UnitRole;
}

export async function setJobUnit(
  db: Tx,
  { jobId, role }: JobRole,
  { unitId, condition = '' }: { unitId: string; condition?: string }
): Promise<void> {
  await db
    .insert(jobUnit)
    .values({ jobId, role, unitId, condition })
    .onConflictDoUpdate({
      target: [jobUnit.jobId, jobUnit.role],
      // what was said of the one that was there says nothing of another
      set: { unitId, condition, fedBy: null, fedMv: null, fedAt: null }
    });
}

export async function setUnitFeed(
  db: Tx,
  { jobId, role }: JobRole,
  feed: Pick<JobUnitFacts, 'fedBy' | 'fedMv' | 'fedAt'>
): Promise<void> {
  await db
    .update(jobUnit)
    .set(feed)
    .where(and(eq(jobUnit.jobId, jobId), eq(jobUnit.role, role)));
}

export async function listJobsOfUnit(db: Tx, unitId: string) {
  return db
    .select({
      role: jobUnit.role,
      condition: jobUnit.condition,
      jobNumber: job.number,
      customer: customer.name,
      vehicle: vehicle.description,
      createdAt: job.createdAt,
      closedAt: job.closedAt
    })
    .from(jobUnit)
    .innerJoin(job, eq(job.id, jobUnit.jobId))
    .innerJoin(customer, eq(customer.id, job.customerId))
    .innerJoin(vehicle, eq(vehicle.id, job.vehicleId))
    .where(eq(jobUnit.unitId, unitId))
    .orderBy(asc(job.number));
}
