import { index, integer, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import { JOB_ROLES } from '@badger/core/job/roles';
import { bytea, createdAt, id } from './columns.ts';
import { job, unit } from './jobs.ts';
import { person } from './people.ts';

/**
 * Keys that seal what is kept, each wrapped by a key that is not in the database: out of a key file, or out of a passphrase (Argon2id). A row is never
 * deleted and keeps its number (a trigger refuses); it is wrapped anew when the key changes.
 */
export const dataKey = pgTable('data_key', {
  no: integer().primaryKey(),
  wrapped: bytea().notNull(),
  wrapper: text({ enum: ['file', 'passphrase'] }).notNull(),
  salt: bytea(),
  memoryKib: integer(),
  passes: integer(),
  lanes: integer(),
  createdAt: createdAt()
});

/** Security data in the safe; rows are never changed (a trigger refuses). */
export const keptSecret = pgTable(
  'kept_secret',
  {
    id: id(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    /** Found in the memory of this unit; null for what was entered by hand. */
    unitId: uuid().references(() => unit.id),
    role: text({ enum: JOB_ROLES }),
    kind: text({ enum: ['found', 'entered'] }).notNull(),
    /** Number of the field in the family's profile; empty for what was entered. */
    secretId: text().notNull(),
    name: text().notNull(),
    /** Of what was entered: from whom, and what proves it. */
    source: text().notNull().default(''),
    keyNo: integer()
      .notNull()
      .references(() => dataKey.no),
    /** The value as it is read out: hexadecimal digits, or digits. */
    sealed: bytea().notNull(),
    /** Equal for equal values: a keyed digest. */
    mark: text().notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [
    index('kept_secret_job').on(t.jobId),
    unique('kept_secret_once').on(t.jobId, t.unitId, t.secretId, t.mark)
  ]
);

/** Somebody looked at security data, and why; rows are never changed (a trigger refuses). */
export const secretLook = pgTable(
  'secret_look',
  {
    id: id(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    secretId: uuid()
      .notNull()
      .references(() => keptSecret.id),
    reason: text().notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [index('secret_look_job').on(t.jobId)]
);

/** Security data was handed over to somebody by name; rows are never changed (a trigger refuses). */
export const secretHandover = pgTable(
  'secret_handover',
  {
    id: id(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    number: integer().notNull(),
    secretIds: jsonb().$type<readonly string[]>().notNull(),
    /** As they were called then. */
    names: jsonb().$type<readonly string[]>().notNull(),
    receiver: text().notNull(),
    /** What the receiver is: owner, locksmith, another shop. */
    capacity: text().notNull(),
    /** What proved who the receiver is. */
    proof: text().notNull(),
    /** Who ordered it and what proved that, as it stood then. */
    authority: text().notNull(),
    /** Strokes of the receiver's signature as points 0 to 1000 in both directions. */
    signature: jsonb().$type<number[][][]>().notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [unique('secret_handover_number').on(t.jobId, t.number)]
);
