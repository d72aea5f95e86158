import { and, asc, count, desc, eq, inArray, isNull, max, or, sql } from 'drizzle-orm';
import type { Tx } from '../db/client.ts';
import { customer, job, unit, vehicle } from '../db/schema/jobs.ts';
import { person } from '../db/schema/people.ts';
import { keptSecret, secretHandover, secretLook } from '../db/schema/safe.ts';

export type SecretRow = Awaited<ReturnType<typeof listSecrets>>[number];

/** What a job has to do with in the safe: its own, what was found in its units, what was entered for its vehicle. */
export interface SafeScope {
  readonly jobId: string;
  readonly unitIds: readonly string[];
  /** Empty where no vehicle is known. */
  readonly vin: string;
}

/** Security data in the safe that concerns a job, oldest first; values stay sealed. */
export function listSecrets(db: Tx, { jobId, unitIds, vin }: SafeScope) {
  const ofVehicle = vin === '' ? undefined : and(isNull(keptSecret.unitId), eq(vehicle.vin, vin));
  const ofUnits = unitIds.length === 0 ? undefined : inArray(keptSecret.unitId, [...unitIds]);
  return db
    .select({
      ...{ id: keptSecret.id, jobId: keptSecret.jobId, jobNumber: job.number },
      ...{ unitId: keptSecret.unitId, unitTag: unit.tag, role: keptSecret.role },
      ...{ kind: keptSecret.kind, secretId: keptSecret.secretId, name: keptSecret.name },
      ...{ source: keptSecret.source, keyNo: keptSecret.keyNo, sealed: keptSecret.sealed },
      ...{ mark: keptSecret.mark, at: keptSecret.at, personName: person.name }
    })
    .from(keptSecret)
    .innerJoin(job, eq(job.id, keptSecret.jobId))
    .innerJoin(person, eq(person.id, keptSecret.personId))
    .leftJoin(vehicle, eq(vehicle.id, job.vehicleId))
    .leftJoin(unit, eq(unit.id, keptSecret.unitId))
    .where(or(eq(keptSecret.jobId, jobId), ofUnits, ofVehicle))
    .orderBy(asc(keptSecret.at), asc(keptSecret.id));
}

/** Puts something into the safe; false where just this is there already. */
export async function insertSecret(
  db: Tx,
  values: typeof keptSecret.$inferInsert
): Promise<boolean> {
  const made = await db
    .insert(keptSecret)
    .values(values)
    .onConflictDoNothing()
    .returning({ id: keptSecret.id });
  return made.length > 0;
}

export async function insertLook(db: Tx, values: typeof secretLook.$inferInsert): Promise<void> {
  await db.insert(secretLook).values(values);
}

/** Who looked at what in a job, and why; newest first. */
export function listLooks(db: Tx, jobId: string) {
  return db
    .select({
      ...{ secretId: secretLook.secretId, name: keptSecret.name, role: keptSecret.role },
      ...{ reason: secretLook.reason, at: secretLook.at, personName: person.name }
    })
    .from(secretLook)
    .innerJoin(keptSecret, eq(keptSecret.id, secretLook.secretId))
    .innerJoin(person, eq(person.id, secretLook.personId))
    .where(eq(secretLook.jobId, jobId))
    .orderBy(desc(secretLook.at));
}

/** Jobs with anything in the safe, the newest first: how much of what. */
export async function listJobsWithSecrets(db: Tx, limit = 200) {
  const counted = <T extends typeof secretLook | typeof secretHandover>(table: T) =>
    sql<number>`(select count(*)::int from ${table} where ${table.jobId} = ${job.id})`;
  return db
    .select({
      ...{ number: job.number, closedAt: job.closedAt, customer: customer.name },
      ...{ vehicle: vehicle.description, vin: vehicle.vin },
      names: sql<string[]>`array_agg(distinct ${keptSecret.name} order by ${keptSecret.name})`,
      kept: sql<number>`count(*)::int`,
      looks: counted(secretLook),
      handovers: counted(secretHandover)
    })
    .from(keptSecret)
    .innerJoin(job, eq(job.id, keptSecret.jobId))
    .leftJoin(vehicle, eq(vehicle.id, job.vehicleId))
    .innerJoin(customer, eq(customer.id, job.customerId))
    .groupBy(job.id, customer.id, vehicle.id)
    .orderBy(desc(job.number))
    .limit(limit);
}

/** The job's row is held by the caller, so that numbers follow each other. */
export async function insertHandover(
  db: Tx,
  values: Omit<typeof secretHandover.$inferInsert, 'number'>
): Promise<number> {
  const [last] = await db
    .select({ number: max(secretHandover.number) })
    .from(secretHandover)
    .where(eq(secretHandover.jobId, values.jobId));
  const number = (last?.number ?? 0) + 1;
  await db.insert(secretHandover).values({ ...values, number });
  return number;
}

/** How often something was handed over in these jobs; jobs of which nothing was are left out. */
export function countHandovers(db: Tx, jobIds: readonly string[]) {
  return db
    .select({ jobId: secretHandover.jobId, times: count() })
    .from(secretHandover)
    .where(inArray(secretHandover.jobId, [...jobIds]))
    .groupBy(secretHandover.jobId);
}

/** What was handed over in a job, oldest first. */
export function listHandovers(db: Tx, jobId: string) {
  return db
    .select({
      ...{ number: secretHandover.number, names: secretHandover.names },
      ...{ receiver: secretHandover.receiver, capacity: secretHandover.capacity },
      ...{ proof: secretHandover.proof, authority: secretHandover.authority },
      ...{ signature: secretHandover.signature, at: secretHandover.at, personName: person.name }
    })
    .from(secretHandover)
    .innerJoin(person, eq(person.id, secretHandover.personId))
    .where(eq(secretHandover.jobId, jobId))
    .orderBy(asc(secretHandover.number));
}
