import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Tx } from '../db/client.ts';
import { planMark } from '../db/schema/plan.ts';

export type MarkValues = Pick<
  typeof planMark.$inferInsert,
  'startedAt' | 'doneAt' | 'pinnedAt' | 'pinnedTo'
>;

export async function listMarks(db: Tx, jobIds: readonly string[]) {
  if (jobIds.length === 0) return [];
  return db
    .select({
      jobId: planMark.jobId,
      taskKey: planMark.taskKey,
      startedAt: planMark.startedAt,
      doneAt: planMark.doneAt,
      pinnedAt: planMark.pinnedAt,
      pinnedTo: planMark.pinnedTo,
      personId: planMark.personId
    })
    .from(planMark)
    .where(inArray(planMark.jobId, [...jobIds]));
}

export async function setMark(
  db: Tx,
  key: { jobId: string; taskKey: string; personId: string },
  values: MarkValues
): Promise<void> {
  const set = { ...values, personId: key.personId, changedAt: sql`shop_now()` };
  await db
    .insert(planMark)
    .values({ ...key, ...values })
    .onConflictDoUpdate({ target: [planMark.jobId, planMark.taskKey], set });
}

export async function dropMark(db: Tx, jobId: string, taskKey: string): Promise<void> {
  await db.delete(planMark).where(and(eq(planMark.jobId, jobId), eq(planMark.taskKey, taskKey)));
}
