import { and, asc, desc, eq, inArray, isNull, max, ne } from 'drizzle-orm';
import { readPlan, type ClonePlan } from '@badger/core/clone/plan';
import type { ReadRole } from '@badger/core/job/roles';
import type { Tx } from '../db/client.ts';
import { job, unit } from '../db/schema/jobs.ts';
import { person } from '../db/schema/people.ts';
import { cloneImage, image, keptRead } from '../db/schema/reads.ts';

const readColumns = {
  id: keptRead.id,
  jobId: keptRead.jobId,
  unitId: keptRead.unitId,
  unitTag: unit.tag,
  unitFamily: unit.familyId,
  role: keptRead.role,
  regionId: keptRead.regionId,
  number: keptRead.number,
  name: keptRead.name,
  source: keptRead.source,
  sourceName: keptRead.sourceName,
  operationId: keptRead.operationId,
  fileModifiedAt: keptRead.fileModifiedAt,
  supply: keptRead.supply,
  findings: keptRead.findings,
  takenAt: keptRead.takenAt,
  personName: person.name,
  sha256: image.sha256,
  lengthBytes: image.lengthBytes,
  ranges: keptRead.ranges
};

function readsQuery(db: Tx) {
  return db
    .select(readColumns)
    .from(keptRead)
    .innerJoin(image, eq(image.id, keptRead.imageId))
    .innerJoin(unit, eq(unit.id, keptRead.unitId))
    .innerJoin(person, eq(person.id, keptRead.personId));
}

export type ReadRow = Awaited<ReturnType<typeof listReadsOfJobs>>[number];

export async function listReadsOfJobs(db: Tx, jobIds: readonly string[]) {
  if (jobIds.length === 0) return [];
  return readsQuery(db)
    .where(and(inArray(keptRead.jobId, [...jobIds]), isNull(keptRead.repeatsId)))
    .orderBy(asc(keptRead.role), asc(keptRead.regionId), asc(keptRead.number));
}

/** Reads of one unit in any job: a backup made earlier counts. */
export async function listReadsOfUnit(db: Tx, unitId: string): Promise<ReadRow[]> {
  return readsQuery(db)
    .where(and(eq(keptRead.unitId, unitId), isNull(keptRead.repeatsId)))
    .orderBy(asc(keptRead.regionId), asc(keptRead.number));
}

export async function findRead(db: Tx, readId: string): Promise<ReadRow | undefined> {
  const [row] = await readsQuery(db).where(eq(keptRead.id, readId));
  return row;
}

/** SHA-256 of the contents that were read of one whole region of a unit, newest first, each once. */
export async function listContentsOf(
  db: Tx,
  unitId: string,
  regionId: string
): Promise<readonly string[]> {
  const rows = await db
    .select({ sha256: image.sha256 })
    .from(keptRead)
    .innerJoin(image, eq(image.id, keptRead.imageId))
    .where(
      and(eq(keptRead.unitId, unitId), eq(keptRead.regionId, regionId), isNull(keptRead.ranges))
    )
    .orderBy(desc(keptRead.number));
  return [...new Set(rows.map((r) => r.sha256))];
}

/** Number that the next read of a region of a unit gets, from 1. */
export async function nextReadNumber(db: Tx, unitId: string, regionId: string): Promise<number> {
  const [row] = await db
    .select({ last: max(keptRead.number) })
    .from(keptRead)
    .where(and(eq(keptRead.unitId, unitId), eq(keptRead.regionId, regionId)));
  return (row?.last ?? 0) + 1;
}

export async function insertRead(
  db: Tx,
  values: Omit<typeof keptRead.$inferInsert, 'id' | 'role'> & { role: ReadRole }
): Promise<string> {
  const [row] = await db.insert(keptRead).values(values).returning({ id: keptRead.id });
  return (row as { id: string }).id;
}

export async function insertCloneImage(
  db: Tx,
  values: typeof cloneImage.$inferInsert
): Promise<string> {
  const [row] = await db.insert(cloneImage).values(values).returning({ id: cloneImage.id });
  return (row as { id: string }).id;
}

/** The newest clone image of each of these jobs. */
export async function listLatestCloneImages(db: Tx, jobIds: readonly string[]) {
  if (jobIds.length === 0) return [];
  const rows = await db
    .selectDistinctOn([cloneImage.jobId], {
      id: cloneImage.id,
      jobId: cloneImage.jobId,
      plan: cloneImage.plan,
      builtAt: cloneImage.builtAt,
      builtBy: person.name
    })
    .from(cloneImage)
    .innerJoin(person, eq(person.id, cloneImage.builtBy))
    .where(inArray(cloneImage.jobId, [...jobIds]))
    .orderBy(cloneImage.jobId, desc(cloneImage.builtAt));
  return rows.map((row) => ({ ...row, plan: readPlan(row.plan) }));
}

/** The plan of each of these clone images. */
export async function findPlans(db: Tx, ids: readonly string[]): Promise<Map<string, ClonePlan>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select({ id: cloneImage.id, plan: cloneImage.plan })
    .from(cloneImage)
    .where(inArray(cloneImage.id, [...ids]));
  return new Map(rows.map((row) => [row.id, readPlan(row.plan)]));
}

/** The plans of these clone images, in any order. */
export async function listCloneImages(db: Tx, ids: readonly string[]): Promise<ClonePlan[]> {
  return [...(await findPlans(db, ids)).values()];
}

/** Number of another job in which this content serves another unit; undefined for none. */
export async function findJobOfContent(
  db: Tx,
  sha256: string,
  unitId: string
): Promise<number | undefined> {
  const [row] = await db
    .select({ number: job.number })
    .from(keptRead)
    .innerJoin(image, eq(image.id, keptRead.imageId))
    .innerJoin(job, eq(job.id, keptRead.jobId))
    .where(and(eq(image.sha256, sha256), ne(keptRead.unitId, unitId)))
    .orderBy(desc(job.number))
    .limit(1);
  return row?.number;
}
