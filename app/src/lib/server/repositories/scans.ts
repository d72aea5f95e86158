import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import type { TestId, TestValues } from '@badger/core/proof/tests';
import type { Tx } from '../db/client.ts';
import { person } from '../db/schema/people.ts';
import { proofTest, scan } from '../db/schema/scans.ts';

export type ScanRow = Awaited<ReturnType<typeof listScansOfJob>>[number];
export type NewScan = Omit<typeof scan.$inferInsert, 'id' | 'number'>;

const columns = {
  id: scan.id,
  jobId: scan.jobId,
  unitId: scan.unitId,
  number: scan.number,
  kind: scan.kind,
  name: scan.name,
  source: scan.source,
  layoutId: scan.layoutId,
  vehicleVin: scan.vehicleVin,
  batteryMv: scan.batteryMv,
  units: scan.units,
  unitCount: scan.unitCount,
  silentCount: scan.silentCount,
  faultCount: scan.faultCount,
  brokenOff: scan.brokenOff,
  startedAt: scan.startedAt,
  endedAt: scan.endedAt,
  personName: person.name
};

/** Scans of a job, newest first. */
export async function listScansOfJob(db: Tx, jobId: string) {
  return db
    .select(columns)
    .from(scan)
    .innerJoin(person, eq(person.id, scan.personId))
    .where(eq(scan.jobId, jobId))
    .orderBy(desc(scan.number));
}

export async function findScan(
  db: Tx,
  jobId: string,
  number: number
): Promise<ScanRow | undefined> {
  const [row] = await db
    .select(columns)
    .from(scan)
    .innerJoin(person, eq(person.id, scan.personId))
    .where(and(eq(scan.jobId, jobId), eq(scan.number, number)));
  return row;
}

/** Keeps a scan under the next number of its job. The job's row is locked, so that two get two numbers. */
export async function insertScan(db: Tx, values: NewScan): Promise<{ id: string; number: number }> {
  await db.execute(sql`select 1 from job where id = ${values.jobId}::uuid for no key update`);
  const [row] = await db
    .insert(scan)
    .values({
      ...values,
      number: sql<number>`(select coalesce(max(number), 0) + 1 from scan where job_id = ${values.jobId}::uuid)`
    })
    .returning({ id: scan.id, number: scan.number });
  return row as { id: string; number: number };
}

/**
 * The scan that counts of each of these jobs, of its vehicle and of its loose unit, with what was found: the newest whole
 * one; one that was broken off only where there is no other.
 */
export async function listLatestScans(db: Tx, jobIds: readonly string[]): Promise<ScanRow[]> {
  if (jobIds.length === 0) return [];
  const bench = sql`(${scan.kind} = 'bench')`;
  return db
    .selectDistinctOn([scan.jobId, bench], columns)
    .from(scan)
    .innerJoin(person, eq(person.id, scan.personId))
    .where(inArray(scan.jobId, [...jobIds]))
    .orderBy(scan.jobId, bench, sql`(${scan.brokenOff} is not null)`, desc(scan.endedAt));
}

export async function insertProofTest(
  db: Tx,
  values: { jobId: string; test: TestId; values: TestValues; note: string; personId: string }
): Promise<void> {
  await db.insert(proofTest).values(values);
}

/** Test results of these jobs, oldest first. */
export async function listProofTests(db: Tx, jobIds: readonly string[]) {
  if (jobIds.length === 0) return [];
  return db
    .select({
      jobId: proofTest.jobId,
      test: proofTest.test,
      values: proofTest.values,
      note: proofTest.note,
      at: proofTest.at,
      personName: person.name
    })
    .from(proofTest)
    .innerJoin(person, eq(person.id, proofTest.personId))
    .where(inArray(proofTest.jobId, [...jobIds]))
    .orderBy(proofTest.at);
}
