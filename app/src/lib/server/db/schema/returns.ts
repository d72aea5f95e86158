import { bigserial, index, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { NoteState } from '@badger/core/return/read-return';
import type { StepEvidence } from '../../../return-types.ts';
import { createdAt } from './columns.ts';
import { job } from './jobs.ts';
import { person } from './people.ts';

/**
 * What was done, seen or said of the steps of the way back. Rows are never changed (a trigger refuses): what is done at the vehicle is two of them, its begin and its end,
 * joined by `act_id`; a begin without an end is something of which nobody knows what became.
 */
export const returnNote = pgTable(
  'return_note',
  {
    id: bigserial({ mode: 'number' }).primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    stepId: text().notNull(),
    actId: uuid(),
    state: text().$type<NoteState>().notNull(),
    evidence: jsonb().$type<StepEvidence>().notNull(),
    note: text().notNull(),
    at: createdAt(),
    /** Null: somebody without an account told it by a link; who, stands in the evidence. */
    personId: uuid().references(() => person.id)
  },
  (t) => [index('return_note_job').on(t.jobId)]
);
