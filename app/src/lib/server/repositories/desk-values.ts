import { desc, eq, inArray } from 'drizzle-orm';
import type { Tx } from '../db/client.ts';
import { person } from '../db/schema/people.ts';
import { deskValue } from '../db/schema/wiring.ts';

export type DeskValueRow = Awaited<ReturnType<typeof listDeskValues>>[number];

export async function insertDeskValue(
  db: Tx,
  values: typeof deskValue.$inferInsert
): Promise<void> {
  await db.insert(deskValue).values(values);
}

/** The last figures of each kind of these jobs. */
export async function listDeskValues(db: Tx, jobIds: readonly string[]) {
  if (jobIds.length === 0) return [];
  return db
    .selectDistinctOn([deskValue.jobId, deskValue.kind], {
      ...{ jobId: deskValue.jobId, kind: deskValue.kind, input: deskValue.input },
      ...{ at: deskValue.at, personName: person.name }
    })
    .from(deskValue)
    .innerJoin(person, eq(person.id, deskValue.personId))
    .where(inArray(deskValue.jobId, [...jobIds]))
    .orderBy(deskValue.jobId, deskValue.kind, desc(deskValue.number));
}
