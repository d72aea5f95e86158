import { asc, desc, eq, inArray, sql } from 'drizzle-orm';
import type { Cause } from '@badger/core/diagnosis/causes';
import type { Tx } from '../db/client.ts';
import { unit } from '../db/schema/jobs.ts';
import { person } from '../db/schema/people.ts';
import { benchEvidence, causeFinding, networkCheck } from '../db/schema/wiring.ts';

export type EvidenceRow = Awaited<ReturnType<typeof listEvidence>>[number];
export type FindingRow = Omit<typeof causeFinding.$inferSelect, 'cause'> & {
  readonly cause: Cause;
};

export async function insertEvidence(
  db: Tx,
  values: typeof benchEvidence.$inferInsert
): Promise<string> {
  const [row] = await db.insert(benchEvidence).values(values).returning({ id: benchEvidence.id });
  return (row as { id: string }).id;
}

/** What was measured around the units of these jobs, the newest of each unit, with what was found out about it. */
export async function listEvidence(db: Tx, jobIds: readonly string[]) {
  if (jobIds.length === 0) return [];
  const rows = await db
    .selectDistinctOn([benchEvidence.jobId, benchEvidence.unitId])
    .from(benchEvidence)
    .where(inArray(benchEvidence.jobId, [...jobIds]))
    .orderBy(benchEvidence.jobId, benchEvidence.unitId, desc(benchEvidence.number));
  if (rows.length === 0) return [];
  const findings = await db
    .select({
      ...{ evidenceId: causeFinding.evidenceId, cause: causeFinding.cause },
      ...{ outcome: causeFinding.outcome, at: causeFinding.at, person: person.name }
    })
    .from(causeFinding)
    .innerJoin(person, eq(person.id, causeFinding.personId))
    .where(
      inArray(
        causeFinding.evidenceId,
        rows.map((r) => r.id)
      )
    )
    .orderBy(asc(causeFinding.number));
  return rows.map((row) => ({
    ...row,
    findings: findings.filter((f) => f.evidenceId === row.id)
  }));
}

export async function insertFinding(
  db: Tx,
  values: typeof causeFinding.$inferInsert
): Promise<void> {
  await db.insert(causeFinding).values(values);
}

/** How often each cause was confirmed, by family; the last word on a cause of one piece of evidence counts. */
export async function countConfirmed(
  db: Tx
): Promise<readonly { readonly cause: Cause; readonly family: string; readonly times: number }[]> {
  const last = db
    .selectDistinctOn([causeFinding.evidenceId, causeFinding.cause], {
      evidenceId: causeFinding.evidenceId,
      cause: causeFinding.cause,
      outcome: causeFinding.outcome
    })
    .from(causeFinding)
    .orderBy(causeFinding.evidenceId, causeFinding.cause, desc(causeFinding.number))
    .as('last');
  const rows = await db
    .select({ cause: last.cause, family: unit.familyId, times: sql<number>`count(*)::int` })
    .from(last)
    .innerJoin(benchEvidence, eq(benchEvidence.id, last.evidenceId))
    .innerJoin(unit, eq(unit.id, benchEvidence.unitId))
    .where(eq(last.outcome, 'confirmed'))
    .groupBy(last.cause, unit.familyId);
  return rows.map((r) => ({ ...r, family: r.family ?? '' }));
}

export async function insertNetworkCheck(
  db: Tx,
  values: typeof networkCheck.$inferInsert
): Promise<void> {
  await db.insert(networkCheck).values(values);
}

/** The last look at the network for a job; undefined: nobody looked. */
export async function findNetworkCheck(db: Tx, jobId: string) {
  const [row] = await db
    .select()
    .from(networkCheck)
    .where(eq(networkCheck.jobId, jobId))
    .orderBy(desc(networkCheck.number))
    .limit(1);
  return row;
}
