import { and, asc, desc, eq, inArray, isNotNull, ne, not, sql } from 'drizzle-orm';
import type { Tx } from '../db/client.ts';
import { job, jobUnit, unit } from '../db/schema/jobs.ts';
import { person } from '../db/schema/people.ts';
import { operation, sample, trace } from '../db/schema/reads.ts';

export type NewOperation = typeof operation.$inferInsert;

const ACTIVE = ['queued', 'preparing', 'running', 'verifying'] as const;

const columns = {
  id: operation.id,
  jobId: operation.jobId,
  jobNumber: job.number,
  stationId: operation.stationId,
  unitId: operation.unitId,
  unitTag: unit.tag,
  role: operation.role,
  kind: operation.kind,
  regionId: operation.regionId,
  cloneImageId: operation.cloneImageId,
  writes: operation.writes,
  after: operation.after,
  accessKey: operation.accessKey,
  state: operation.state,
  owner: operation.owner,
  regions: operation.regions,
  doneBytes: operation.doneBytes,
  totalBytes: operation.totalBytes,
  problem: operation.problem,
  meaning: operation.meaning,
  personName: person.name,
  timeFactor: operation.timeFactor,
  queuedAt: operation.queuedAt,
  startedAt: operation.startedAt,
  mayHaveChangedAt: operation.mayHaveChangedAt,
  endedAt: operation.endedAt
};

function operationsQuery(db: Tx) {
  return db
    .select(columns)
    .from(operation)
    .innerJoin(job, eq(job.id, operation.jobId))
    .innerJoin(unit, eq(unit.id, operation.unitId))
    .innerJoin(person, eq(person.id, operation.personId));
}

export type OperationRow = Awaited<ReturnType<typeof listOperationsOfJobs>>[number];

export async function listOperationsOfJobs(db: Tx, jobIds: readonly string[]) {
  if (jobIds.length === 0) return [];
  return operationsQuery(db)
    .where(inArray(operation.jobId, [...jobIds]))
    .orderBy(asc(operation.queuedAt));
}

/** Units of these jobs that an operation of another job has written and proven, each with the job that it serves now. */
export async function listWrittenElsewhere(db: Tx, jobIds: readonly string[]) {
  if (jobIds.length === 0) return [];
  // of each job that wrote it the last word counts: a unit that was given its own content back holds no clone
  const rows = await db
    .selectDistinctOn([jobUnit.jobId, jobUnit.unitId, operation.jobId], {
      jobId: jobUnit.jobId,
      unitId: jobUnit.unitId,
      writes: operation.writes
    })
    .from(jobUnit)
    .innerJoin(
      operation,
      and(eq(operation.unitId, jobUnit.unitId), ne(operation.jobId, jobUnit.jobId))
    )
    .where(
      and(
        inArray(jobUnit.jobId, [...jobIds]),
        eq(operation.kind, 'write'),
        // written back into itself is no clone
        eq(operation.role, 'donor'),
        eq(operation.state, 'done')
      )
    )
    .orderBy(jobUnit.jobId, jobUnit.unitId, operation.jobId, desc(operation.queuedAt));
  return rows.filter((r) => r.writes !== 'backup');
}

export async function findOperation(db: Tx, id: string): Promise<OperationRow | undefined> {
  const [row] = await operationsQuery(db).where(eq(operation.id, id));
  return row;
}

/** Inserts a queued operation; undefined when the station is taken (the database's own lease says so). */
export async function insertOperation(db: Tx, values: NewOperation): Promise<string | undefined> {
  const [row] = await db
    .insert(operation)
    .values(values)
    .onConflictDoNothing()
    .returning({ id: operation.id });
  return row?.id;
}

/**
 * Writes the true end of an operation down: of one that is active, and of one that recovery has closed as interrupted
 * while its owner was only cut off from the database.
 */
export async function closeOperation(
  db: Tx,
  id: string,
  values: Partial<Omit<NewOperation, 'id'>>
): Promise<void> {
  await db
    .update(operation)
    .set({ ...values, heartbeatAt: sql`clock_timestamp()` })
    .where(and(eq(operation.id, id), inArray(operation.state, [...ACTIVE, 'interrupted'])));
}

/** Moves an active operation on; false when it is closed already. */
export async function updateOperation(
  db: Tx,
  id: string,
  values: Partial<Omit<NewOperation, 'id'>>
): Promise<boolean> {
  const rows = await db
    .update(operation)
    .set({ ...values, heartbeatAt: sql`clock_timestamp()` })
    .where(and(eq(operation.id, id), inArray(operation.state, ACTIVE)))
    .returning({ id: operation.id });
  return rows.length === 1;
}

/**
 * Active operations whose owner has not been heard of for `silenceMs`, by the database's own clock. A heartbeat that lies
 * in the future is no sign of life: somebody has set a clock.
 */
export async function listSilentOperations(db: Tx, silenceMs: number): Promise<OperationRow[]> {
  const lived = sql`${operation.heartbeatAt} between
    clock_timestamp() - ${silenceMs} * interval '1 millisecond' and clock_timestamp()`;
  return operationsQuery(db).where(and(inArray(operation.state, ACTIVE), not(lived)));
}

/** Rows of one insert: a statement holds at most 65535 parameters, and a long write brings more samples. */
const SAMPLES_AT_ONCE = 2000;

/** Adds samples; those that are there already are passed over. */
/** On what work at a station succeeded last. */
export async function findLastVersions(db: Tx, stationId: string) {
  const [row] = await db
    .select({ versions: operation.versions })
    .from(operation)
    .where(
      and(
        eq(operation.stationId, stationId),
        eq(operation.state, 'done'),
        isNotNull(operation.versions)
      )
    )
    .orderBy(desc(operation.endedAt))
    .limit(1);
  return row?.versions ?? undefined;
}

export async function insertSamples(
  db: Tx,
  operationId: string,
  rows: readonly { atMs: number; mv: number; ma: number; doneBytes: number }[]
): Promise<void> {
  for (let i = 0; i < rows.length; i += SAMPLES_AT_ONCE) {
    const part = rows.slice(i, i + SAMPLES_AT_ONCE).map((r) => ({ operationId, ...r }));
    await db.insert(sample).values(part).onConflictDoNothing();
  }
}

export async function listSamples(db: Tx, operationId: string) {
  return db
    .select({ atMs: sample.atMs, mv: sample.mv, ma: sample.ma, doneBytes: sample.doneBytes })
    .from(sample)
    .where(eq(sample.operationId, operationId))
    .orderBy(asc(sample.atMs));
}

export async function insertTrace(db: Tx, values: typeof trace.$inferInsert): Promise<void> {
  await db.insert(trace).values(values).onConflictDoNothing();
}

export type TraceRow = typeof trace.$inferSelect;

export async function findTrace(db: Tx, operationId: string) {
  const [row] = await db.select().from(trace).where(eq(trace.operationId, operationId));
  return row;
}

/** True when an advisory lock under `owner` can be had: nobody alive holds it. */
export async function isOwnerGone(db: Tx, owner: number): Promise<boolean> {
  const result = await db.execute(
    sql`select count(*)::int as n from pg_locks where locktype = 'advisory' and classid = 727002 and objid = ${owner}`
  );
  return (result.rows[0] as { n: number }).n === 0;
}

/** Finished reads on units of one family, newest first, for the estimate of the next; a write holds its reading back. */
export async function listMeasuredReads(db: Tx, family: string, limit = 120) {
  return db
    .select({
      regions: operation.regions,
      startedAt: operation.startedAt,
      endedAt: operation.endedAt,
      timeFactor: operation.timeFactor
    })
    .from(operation)
    .innerJoin(job, eq(job.id, operation.jobId))
    .where(and(eq(job.familyId, family), eq(operation.state, 'done'), eq(operation.kind, 'read')))
    .orderBy(desc(operation.endedAt))
    .limit(limit);
}
