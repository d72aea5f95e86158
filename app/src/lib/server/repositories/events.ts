import { asc, eq, sql } from 'drizzle-orm';
import type { Param } from '@badger/core/base/result';
import type { BundleEvent } from '@badger/core/papers/bundle';
import type { Tx } from '../db/client.ts';
import { jobEvent } from '../db/schema/jobs.ts';

export interface NewEvent {
  readonly jobId: string;
  /** Without an id: somebody who has no account, by the name that they wrote. */
  readonly person: { readonly id: string | null; readonly name: string };
  readonly kind: string;
  readonly data?: Record<string, Param>;
}

/** Adds an event to a job's record; the database chains it to the one before. */
export async function appendEvent(db: Tx, event: NewEvent): Promise<void> {
  await db.insert(jobEvent).values({
    jobId: event.jobId,
    personId: event.person.id,
    personName: event.person.name,
    kind: event.kind,
    data: event.data ?? {}
  });
}

export type EventRow = Awaited<ReturnType<typeof listEvents>>[number];

export async function listEvents(db: Tx, jobId: string) {
  return db.select().from(jobEvent).where(eq(jobEvent.jobId, jobId)).orderBy(asc(jobEvent.seq));
}

/** The same as another shop can hold them against their hashes: figures and times just as the database hashed them. Oldest first. */
export async function listEventTexts(db: Tx, jobId: string): Promise<BundleEvent[]> {
  return db
    .select({
      seq: jobEvent.seq,
      atUs: sql<string>`((extract(epoch from ${jobEvent.at}) * 1000000)::bigint)::text`,
      personId: jobEvent.personId,
      person: jobEvent.personName,
      kind: jobEvent.kind,
      dataText: sql<string>`${jobEvent.data}::text`,
      prevHash: jobEvent.prevHash,
      hash: jobEvent.hash
    })
    .from(jobEvent)
    .where(eq(jobEvent.jobId, jobId))
    .orderBy(asc(jobEvent.seq));
}

/** Sequence number of the first event that does not hold; undefined when the chain is whole. */
export async function findBrokenEvent(db: Tx, jobId: string): Promise<number | undefined> {
  const result = await db.execute(sql`select check_job_events(${jobId}::uuid) as broken`);
  const row = result.rows[0] as { broken: number | null } | undefined;
  return row?.broken ?? undefined;
}
