import { asc, inArray } from 'drizzle-orm';
import type { SourceChange } from '@badger/core/clone/parts';
import type { ConsentFact } from '@badger/core/job/job-rows';
import type { Tx } from '../db/client.ts';
import { cloneChange, cloneConsent } from '../db/schema/reads.ts';

/** Where people take bytes of the clone images of these jobs from, oldest first. */
export function listChanges(
  db: Tx,
  jobIds: readonly string[]
): Promise<(SourceChange & { readonly jobId: string; readonly method: string })[]> {
  return db
    .select({
      jobId: cloneChange.jobId,
      method: cloneChange.method,
      regionId: cloneChange.regionId,
      start: cloneChange.startOffset,
      end: cloneChange.endOffset,
      from: cloneChange.from,
      reason: cloneChange.reason
    })
    .from(cloneChange)
    .where(inArray(cloneChange.jobId, [...jobIds]))
    .orderBy(asc(cloneChange.no));
}

/** Keeps what a person chose. */
export async function insertChange(
  db: Tx,
  {
    start,
    end,
    ...change
  }: SourceChange & {
    readonly jobId: string;
    readonly method: string;
    readonly personId: string;
  }
): Promise<void> {
  await db.insert(cloneChange).values({ ...change, startOffset: start, endOffset: end });
}

/** Images that leads let be written although nobody knows how they are checked, oldest first. */
export function listConsents(
  db: Tx,
  jobIds: readonly string[]
): Promise<(ConsentFact & { readonly jobId: string })[]> {
  return db
    .select({
      jobId: cloneConsent.jobId,
      cloneImageId: cloneConsent.cloneImageId,
      reason: cloneConsent.reason
    })
    .from(cloneConsent)
    .where(inArray(cloneConsent.jobId, [...jobIds]))
    .orderBy(asc(cloneConsent.at));
}

/** Keeps a lead's word. */
export async function insertConsent(
  db: Tx,
  consent: ConsentFact & { readonly jobId: string; readonly personId: string }
): Promise<void> {
  await db.insert(cloneConsent).values(consent);
}
