import { and, asc, eq, gt, isNull, lt, or } from 'drizzle-orm';
import type { Tx } from '../db/client.ts';
import { job, unit } from '../db/schema/jobs.ts';
import { operation } from '../db/schema/reads.ts';
import { supplyPiece } from '../db/schema/supply.ts';

/** Stores pieces; one that is there already stays as it is. */
export async function insertSupplyPieces(
  db: Tx,
  rows: readonly (typeof supplyPiece.$inferInsert)[]
): Promise<void> {
  if (rows.length === 0) return;
  await db
    .insert(supplyPiece)
    .values([...rows])
    .onConflictDoNothing();
}

/** A station and a stretch of time, [from, to). */
export interface StationTime {
  readonly stationId: string;
  readonly from: Date;
  readonly to: Date;
}

/** Pieces of a station that reach into a stretch of time, in its order. */
export async function listSupplyPieces(db: Tx, { stationId, from, to }: StationTime) {
  return db
    .select()
    .from(supplyPiece)
    .where(
      and(
        eq(supplyPiece.stationId, stationId),
        // both by the end, so that the index bounds it; a piece is a minute long, and this is an hour
        gt(supplyPiece.endedAt, from),
        lt(supplyPiece.endedAt, new Date(to.getTime() + 3_600_000)),
        lt(supplyPiece.startedAt, to)
      )
    )
    .orderBy(asc(supplyPiece.startedAt));
}

/** Lets go what ended before. */
export async function deleteSupplyPieces(db: Tx, before: Date): Promise<void> {
  await db.delete(supplyPiece).where(lt(supplyPiece.endedAt, before));
}

/** What was worked at a station in a stretch of time. */
export async function listStationWork(db: Tx, { stationId, from, to }: StationTime) {
  return db
    .select({
      ...{ kind: operation.kind, accessKey: operation.accessKey, familyId: unit.familyId },
      ...{ tag: unit.tag, jobNumber: job.number, state: operation.state },
      ...{ startedAt: operation.startedAt, endedAt: operation.endedAt }
    })
    .from(operation)
    .innerJoin(job, eq(job.id, operation.jobId))
    .innerJoin(unit, eq(unit.id, operation.unitId))
    .where(
      and(
        eq(operation.stationId, stationId),
        lt(operation.startedAt, to),
        or(isNull(operation.endedAt), gt(operation.endedAt, from))
      )
    )
    .orderBy(asc(operation.startedAt));
}
