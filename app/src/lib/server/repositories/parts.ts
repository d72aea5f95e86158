import { and, eq } from 'drizzle-orm';
import type { PartsAnswer } from '@badger/core/match/parts-answer';
import type { Tx } from '../db/client.ts';
import { partsAnswer } from '../db/schema/plan.ts';

export type KeptAnswer = typeof partsAnswer.$inferSelect;

export async function findAnswer(
  db: Tx,
  kind: 'number' | 'vin',
  key: string
): Promise<KeptAnswer | undefined> {
  const [row] = await db
    .select()
    .from(partsAnswer)
    .where(and(eq(partsAnswer.kind, kind), eq(partsAnswer.key, key)));
  return row;
}

export async function keepAnswer(
  db: Tx,
  values: { kind: 'number' | 'vin'; key: string; answer: PartsAnswer; fetchedAt: Date }
): Promise<void> {
  const { answer, fetchedAt } = values;
  await db
    .insert(partsAnswer)
    .values(values)
    .onConflictDoUpdate({
      target: [partsAnswer.kind, partsAnswer.key],
      set: { answer, fetchedAt }
    });
}
