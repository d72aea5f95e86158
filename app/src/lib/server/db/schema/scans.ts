import {
  bigint,
  boolean,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  unique,
  uuid
} from 'drizzle-orm/pg-core';
import type { StageFinding } from '@badger/core/exercise/stage-finding';
import type { TestId, TestValues } from '@badger/core/proof/tests';
import type { ScannedUnit } from '@badger/core/scan/scan';
import { at, createdAt, id } from './columns.ts';
import { job, station, unit } from './jobs.ts';
import { person } from './people.ts';
import type { BenchVersions } from './reads.ts';

/** A kept scan, as it was found. Never changed (a trigger refuses). */
export const scan = pgTable(
  'scan',
  {
    id: id(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    /** Loose unit that was scanned on the bench. */
    unitId: uuid().references(() => unit.id),
    number: integer().notNull(),
    kind: text({ enum: ['pre', 'post', 'cleared', 'bench', 'typed'] }).notNull(),
    name: text().notNull(),
    /** `doip`, `can`, a station, or the file that was dropped. */
    source: text().notNull(),
    layoutId: text().notNull(),
    vehicleVin: text(),
    batteryMv: integer(),
    units: jsonb().$type<ScannedUnit[]>().notNull(),
    unitCount: integer().notNull(),
    silentCount: integer().notNull(),
    faultCount: integer().notNull(),
    /** Catalogue code of what ended it early; null for a whole scan. */
    brokenOff: text(),
    startedAt: at().notNull(),
    endedAt: at().notNull(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [unique('scan_number').on(t.jobId, t.number), index('scan_job').on(t.jobId, t.endedAt)]
);

/** What was measured to part the causes. Append only: the newest of each test counts. */
export const proofTest = pgTable(
  'proof_test',
  {
    id: id(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    test: text().$type<TestId>().notNull(),
    values: jsonb().$type<TestValues>().notNull(),
    note: text().notNull().default(''),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [index('proof_test_job').on(t.jobId, t.at)]
);

/** A loose unit that was exercised: what each look at each stage has shown. Append only. */
export const exerciseRun = pgTable(
  'exercise_run',
  {
    id: id(),
    number: bigint({ mode: 'number' }).generatedAlwaysAsIdentity(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    unitId: uuid()
      .notNull()
      .references(() => unit.id),
    stationId: text()
      .notNull()
      .references(() => station.id),
    findings: jsonb().$type<StageFinding[]>().notNull(),
    /** Catalogue code of what ended it early; null for a whole run. */
    brokenOff: text(),
    /** Unit and box confirmed that everything was given back and taken away. */
    released: boolean().notNull(),
    versions: jsonb().$type<BenchVersions>().notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [index('exercise_run_job').on(t.jobId, t.number)]
);
