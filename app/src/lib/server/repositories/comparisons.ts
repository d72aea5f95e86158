import { and, eq } from 'drizzle-orm';
import { flipComparison, type Comparison } from '@badger/core/image/compare';
import type { Tx } from '../db/client.ts';
import { imageComparison } from '../db/schema/reads.ts';

/** What was found when `a` was compared with `b`; undefined where nobody has yet. */
export async function findComparison(
  db: Tx,
  a: string,
  b: string
): Promise<Comparison | undefined> {
  const [first, second] = a < b ? [a, b] : [b, a];
  const [row] = await db
    .select({ comparison: imageComparison.comparison })
    .from(imageComparison)
    .where(and(eq(imageComparison.firstSha256, first), eq(imageComparison.secondSha256, second)));
  return row && (a < b ? row.comparison : flipComparison(row.comparison));
}

/** Keeps what was found when `a` was compared with `b`; what is kept already stays. */
export async function saveComparison(
  db: Tx,
  { a, b, comparison }: { a: string; b: string; comparison: Comparison }
): Promise<void> {
  const [first, second] = a < b ? [a, b] : [b, a];
  await db
    .insert(imageComparison)
    .values({
      firstSha256: first,
      secondSha256: second,
      comparison: a < b ? comparison : flipComparison(comparison)
    })
    .onConflictDoNothing();
}
