import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { WantedFile } from '@badger/core/file-service/file-answer';
import type { Tx } from '../db/client.ts';
import { fileOrder } from '../db/schema/file-orders.ts';
import { job } from '../db/schema/jobs.ts';
import { person } from '../db/schema/people.ts';

/** Leases are measured by the machine's clock, never by the shop's. */
const inSeconds = (seconds: number) => sql`clock_timestamp() + make_interval(secs => ${seconds})`;

export interface NewFileOrder {
  readonly jobId: string;
  readonly unitId: string;
  readonly regionId: string;
  readonly wanted: WantedFile;
  readonly orderId: string;
  readonly ownSha256: string | null;
  readonly personId: string;
}

/** Keeps an order; whoever placed it looks at it alone for `heldSeconds`. Shape: its id. */
export async function insertFileOrder(
  db: Tx,
  order: NewFileOrder,
  heldSeconds: number
): Promise<string> {
  const [row] = await db
    .insert(fileOrder)
    .values({ ...order, nextLookAt: inSeconds(heldSeconds) })
    .returning({ id: fileOrder.id });
  if (!row) throw new Error('no row');
  return row.id;
}

/** Orders that nobody looks at now, at most `most`; they are held for `heldSeconds`. */
export async function claimFileOrders(db: Tx, most: number, heldSeconds: number) {
  const due = db
    .select({ id: fileOrder.id })
    .from(fileOrder)
    .where(and(isNull(fileOrder.endedAt), sql`${fileOrder.nextLookAt} <= clock_timestamp()`))
    .orderBy(asc(fileOrder.nextLookAt))
    .limit(most)
    .for('update', { skipLocked: true });
  const claimed = await db
    .update(fileOrder)
    .set({ nextLookAt: inSeconds(heldSeconds) })
    .where(inArray(fileOrder.id, due))
    .returning({ id: fileOrder.id });
  if (claimed.length === 0) return [];
  return db
    .select({
      id: fileOrder.id,
      jobNumber: job.number,
      jobId: fileOrder.jobId,
      unitId: fileOrder.unitId,
      regionId: fileOrder.regionId,
      wanted: fileOrder.wanted,
      orderId: fileOrder.orderId,
      ownSha256: fileOrder.ownSha256,
      personId: fileOrder.personId,
      personName: person.name,
      personRole: person.role,
      ageSeconds: sql<number>`extract(epoch from shop_now() - ${fileOrder.askedAt})::float8`
    })
    .from(fileOrder)
    .innerJoin(job, eq(job.id, fileOrder.jobId))
    .innerJoin(person, eq(person.id, fileOrder.personId))
    .where(
      inArray(
        fileOrder.id,
        claimed.map((c) => c.id)
      )
    );
}

export type ClaimedFileOrder = Awaited<ReturnType<typeof claimFileOrders>>[number];

/** It is looked at again after so long. Units: s. */
export async function postponeFileOrder(db: Tx, id: string, seconds: number): Promise<void> {
  await db
    .update(fileOrder)
    .set({ nextLookAt: inSeconds(seconds) })
    .where(and(eq(fileOrder.id, id), isNull(fileOrder.endedAt)));
}

/** Ends an order: with a kept file, or with the code of why none came. */
export async function endFileOrder(db: Tx, id: string, problem: string | null): Promise<void> {
  await db
    .update(fileOrder)
    .set({ endedAt: sql`shop_now()`, problem })
    .where(and(eq(fileOrder.id, id), isNull(fileOrder.endedAt)));
}

/** Orders of a job, oldest first. */
export function listFileOrders(db: Tx, jobId: string) {
  return db
    .select({
      regionId: fileOrder.regionId,
      wanted: fileOrder.wanted,
      askedAt: fileOrder.askedAt,
      endedAt: fileOrder.endedAt,
      problem: fileOrder.problem
    })
    .from(fileOrder)
    .where(eq(fileOrder.jobId, jobId))
    .orderBy(asc(fileOrder.askedAt));
}
