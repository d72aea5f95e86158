import { asc, desc, eq, gte, inArray, sql } from 'drizzle-orm';
import type { Tx } from '../db/client.ts';
import { job, unit } from '../db/schema/jobs.ts';
import { person } from '../db/schema/people.ts';
import { connection, connectionReading, connectionTick } from '../db/schema/wiring.ts';

type Row = typeof connection.$inferSelect;
export type ReadingRow = typeof connectionReading.$inferSelect;

/** A connection with what was done and measured on it, oldest first. */
export interface ConnectionRow extends Row {
  /** Keys of the wires that are on now. */
  readonly ticked: readonly string[];
  readonly readings: readonly ReadingRow[];
}

export async function insertConnection(
  db: Tx,
  values: typeof connection.$inferInsert
): Promise<string> {
  const [row] = await db.insert(connection).values(values).returning({ id: connection.id });
  return (row as { id: string }).id;
}

export async function insertTicks(
  db: Tx,
  values: (typeof connectionTick.$inferInsert)[]
): Promise<void> {
  await db.insert(connectionTick).values(values);
}

export async function insertReading(
  db: Tx,
  values: typeof connectionReading.$inferInsert
): Promise<void> {
  await db.insert(connectionReading).values(values);
}

/** The last connection of each unit of these jobs. */
export async function listLatestConnections(
  db: Tx,
  jobIds: readonly string[]
): Promise<ConnectionRow[]> {
  if (jobIds.length === 0) return [];
  const rows = await db
    .selectDistinctOn([connection.jobId, connection.unitId])
    .from(connection)
    .where(inArray(connection.jobId, [...jobIds]))
    .orderBy(connection.jobId, connection.unitId, desc(connection.number));
  return withFacts(db, rows);
}

/** The last connection that was made at a station; undefined for none. */
export async function findLatestAtStation(db: Tx, stationId: string) {
  const [row] = await db
    .select({
      ...{ jobId: connection.jobId, jobNumber: job.number, tag: unit.tag },
      ...{ personId: connection.personId, personName: person.name }
    })
    .from(connection)
    .innerJoin(job, eq(job.id, connection.jobId))
    .innerJoin(unit, eq(unit.id, connection.unitId))
    .innerJoin(person, eq(person.id, connection.personId))
    .where(eq(connection.stationId, stationId))
    .orderBy(desc(connection.number))
    .limit(1);
  return row;
}

async function withFacts(db: Tx, rows: readonly Row[]): Promise<ConnectionRow[]> {
  if (rows.length === 0) return [];
  const ids = rows.map((r) => r.id);
  const ticks = await db
    .select()
    .from(connectionTick)
    .where(inArray(connectionTick.connectionId, ids))
    .orderBy(asc(connectionTick.number));
  const readings = await db
    .select()
    .from(connectionReading)
    .where(inArray(connectionReading.connectionId, ids))
    .orderBy(asc(connectionReading.number));
  return rows.map((row) => {
    const on = new Map<string, boolean>();
    for (const t of ticks) if (t.connectionId === row.id) on.set(t.wireKey, t.on);
    return {
      ...row,
      ticked: [...on].flatMap(([key, is]) => (is ? [key] : [])),
      readings: readings.filter((r) => r.connectionId === row.id)
    };
  });
}

/** Connections that were begun since then, with the family and the moment of the last wire that was put on. */
export async function listConnectingTimes(db: Tx, since: Date) {
  return db
    .select({
      family: unit.familyId,
      at: connection.at,
      lastWireAt: sql<string | null>`max(${connectionTick.at}) filter (where ${connectionTick.on})`,
      wires: sql<number>`count(distinct ${connectionTick.wireKey}) filter (where ${connectionTick.on})::int`
    })
    .from(connection)
    .innerJoin(unit, eq(unit.id, connection.unitId))
    .leftJoin(connectionTick, eq(connectionTick.connectionId, connection.id))
    .where(gte(connection.at, since))
    .groupBy(connection.id, unit.familyId, connection.at);
}
