import { asc, eq, inArray, sql } from 'drizzle-orm';
import type { NoteState } from '@badger/core/return/read-return';
import type { StepEvidence } from '../../return-types.ts';
import type { Tx } from '../db/client.ts';
import { person } from '../db/schema/people.ts';
import { returnNote } from '../db/schema/returns.ts';

/** What was kept of a step of the way back, when and by whom. */
export type ReturnNoteRow = Awaited<ReturnType<typeof listReturnNotes>>[number];

/** Notes of these jobs, oldest first. */
export function listReturnNotes(db: Tx, jobIds: readonly string[]) {
  return db
    .select({
      jobId: returnNote.jobId,
      stepId: returnNote.stepId,
      actId: returnNote.actId,
      state: returnNote.state,
      evidence: returnNote.evidence,
      note: returnNote.note,
      at: returnNote.at,
      personName: sql<string>`coalesce(${person.name}, ${returnNote.evidence}->>'toldBy', '')`
    })
    .from(returnNote)
    .leftJoin(person, eq(person.id, returnNote.personId))
    .where(inArray(returnNote.jobId, [...jobIds]))
    .orderBy(asc(returnNote.id));
}

export interface NewReturnNote {
  readonly jobId: string;
  readonly stepId: string;
  readonly actId: string | null;
  readonly state: NoteState;
  readonly evidence: StepEvidence;
  readonly note: string;
  /** Null: told by a link, by whom stands in the evidence. */
  readonly personId: string | null;
}

export async function insertReturnNote(db: Tx, note: NewReturnNote): Promise<void> {
  await db.insert(returnNote).values(note);
}
