import { asc, eq, inArray } from 'drizzle-orm';
import type { Tx } from '../db/client.ts';
import { person } from '../db/schema/people.ts';
import { exerciseRun } from '../db/schema/scans.ts';

export type ExerciseRow = Awaited<ReturnType<typeof listExercises>>[number];

export async function insertExercise(
  db: Tx,
  values: typeof exerciseRun.$inferInsert
): Promise<void> {
  await db.insert(exerciseRun).values(values);
}

/** How units of these jobs were exercised, oldest first. */
export async function listExercises(db: Tx, jobIds: readonly string[]) {
  if (jobIds.length === 0) return [];
  return db
    .select({
      ...{ jobId: exerciseRun.jobId, unitId: exerciseRun.unitId, at: exerciseRun.at },
      ...{ stationId: exerciseRun.stationId, findings: exerciseRun.findings },
      ...{ brokenOff: exerciseRun.brokenOff, released: exerciseRun.released },
      ...{ versions: exerciseRun.versions, personName: person.name }
    })
    .from(exerciseRun)
    .innerJoin(person, eq(person.id, exerciseRun.personId))
    .where(inArray(exerciseRun.jobId, [...jobIds]))
    .orderBy(asc(exerciseRun.number));
}
