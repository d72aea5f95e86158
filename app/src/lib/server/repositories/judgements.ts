import { inArray } from 'drizzle-orm';
import type { TrustSummary } from '@badger/core/trust/summary';
import type { Tx } from '../db/client.ts';
import { readsJudgement } from '../db/schema/reads.ts';

/** What was found of these sets of reads, by their keys; of some nobody has found anything yet. */
export async function findJudgements(
  db: Tx,
  keys: readonly string[]
): Promise<ReadonlyMap<string, TrustSummary>> {
  if (keys.length === 0) return new Map();
  const rows = await db
    .select({ key: readsJudgement.key, summary: readsJudgement.summary })
    .from(readsJudgement)
    .where(inArray(readsJudgement.key, [...keys]));
  return new Map(rows.map((r) => [r.key, r.summary]));
}

/** Keeps what was found; what is kept already stays. */
export async function saveJudgement(db: Tx, key: string, summary: TrustSummary): Promise<void> {
  await db.insert(readsJudgement).values({ key, summary }).onConflictDoNothing();
}
