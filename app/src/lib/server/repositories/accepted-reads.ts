import { asc, inArray } from 'drizzle-orm';
import type { AcceptedFact } from '@badger/core/job/job-rows';
import type { Tx } from '../db/client.ts';
import { readsAccepted } from '../db/schema/reads.ts';

/** What leads took for the regions of these jobs, oldest first. */
export function listAccepted(
  db: Tx,
  jobIds: readonly string[]
): Promise<(AcceptedFact & { readonly jobId: string })[]> {
  return db
    .select({
      id: readsAccepted.id,
      jobId: readsAccepted.jobId,
      unitId: readsAccepted.unitId,
      regionId: readsAccepted.regionId,
      sha256: readsAccepted.sha256,
      kind: readsAccepted.kind,
      readNumbers: readsAccepted.readNumbers,
      reason: readsAccepted.reason
    })
    .from(readsAccepted)
    .where(inArray(readsAccepted.jobId, [...jobIds]))
    .orderBy(asc(readsAccepted.at));
}

/** Keeps a lead's word. */
export async function insertAccepted(
  db: Tx,
  accepted: Omit<AcceptedFact, 'id'> & { readonly jobId: string; readonly personId: string }
): Promise<void> {
  await db.insert(readsAccepted).values({ ...accepted, readNumbers: [...accepted.readNumbers] });
}
