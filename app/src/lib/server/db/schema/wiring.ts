import { CAUSES } from '@badger/core/diagnosis/causes';
import type { HandshakeEvidence } from '@badger/core/diagnosis/evidence';
import type { NetworkProbe } from '@badger/core/network/judge-network';
import { JOB_ROLES } from '@badger/core/job/roles';
import {
  bigint,
  boolean,
  doublePrecision,
  index,
  jsonb,
  pgTable,
  text,
  uuid
} from 'drizzle-orm/pg-core';
import type { DeskValue } from '../../../desk-values.ts';
import { createdAt, id } from './columns.ts';
import { kitItem } from './arrive.ts';
import { job, station, unit } from './jobs.ts';
import { operation } from './reads.ts';
import { person } from './people.ts';

const number = () => bigint({ mode: 'number' }).generatedAlwaysAsIdentity();

/** One unit being connected for one access: the last one of a unit counts. Append only. */
export const connection = pgTable(
  'connection',
  {
    id: id(),
    number: number(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    unitId: uuid()
      .notNull()
      .references(() => unit.id),
    stationId: text()
      .notNull()
      .references(() => station.id),
    accessKey: text().notNull(),
    /** Version of the profile that its wires are named by. */
    profileVersion: bigint({ mode: 'number' }).notNull(),
    leadId: uuid().references(() => kitItem.id),
    adapterId: uuid().references(() => kitItem.id),
    /** What is printed on the chip of this unit; empty where nobody looked. */
    marking: text().notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [
    index('connection_job').on(t.jobId, t.number),
    index('connection_station').on(t.stationId, t.number)
  ]
);

/** A wire put on, or taken off again. Append only. */
export const connectionTick = pgTable(
  'connection_tick',
  {
    id: id(),
    number: number(),
    connectionId: uuid()
      .notNull()
      .references(() => connection.id),
    wireKey: text().notNull(),
    on: boolean().notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [index('connection_tick_of').on(t.connectionId, t.number)]
);

/** What a meter showed with the power off. Append only. */
export const connectionReading = pgTable(
  'connection_reading',
  {
    id: id(),
    number: number(),
    connectionId: uuid()
      .notNull()
      .references(() => connection.id),
    kind: text({
      enum: ['pair', 'high-ground', 'low-ground', 'feed-ground', 'wire']
    }).notNull(),
    wireKey: text(),
    /** Infinity is an open line. Units: mΩ. */
    mohm: doublePrecision().notNull(),
    source: text({ enum: ['hand', 'box'] }).notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [index('connection_reading_of').on(t.connectionId, t.number)]
);

/** Everything that was measured around a unit that did not answer as it should. Append only. */
export const benchEvidence = pgTable(
  'bench_evidence',
  {
    id: id(),
    number: number(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    unitId: uuid()
      .notNull()
      .references(() => unit.id),
    role: text({ enum: JOB_ROLES }).notNull(),
    stationId: text()
      .notNull()
      .references(() => station.id),
    accessKey: text().notNull(),
    /** Operation that failed; null: somebody looked without one. */
    operationId: uuid()
      .references(() => operation.id)
      .unique(),
    evidence: jsonb().$type<HandshakeEvidence>().notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [index('bench_evidence_job').on(t.jobId, t.number)]
);

/** A cause that was tried: it was the one, or it was not. The last word on one cause counts. Append only. */
export const causeFinding = pgTable(
  'cause_finding',
  {
    id: id(),
    number: number(),
    evidenceId: uuid()
      .notNull()
      .references(() => benchEvidence.id),
    cause: text({ enum: CAUSES }).notNull(),
    outcome: text({ enum: ['confirmed', 'excluded'] }).notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [index('cause_finding_of').on(t.evidenceId, t.number)]
);

/** Figures that the power desk was asked about for a job. The last of each kind counts. Append only. */
export const deskValue = pgTable(
  'desk_value',
  {
    id: id(),
    number: number(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    kind: text().$type<DeskValue['kind']>().notNull(),
    input: jsonb().$type<DeskValue['input']>().notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [index('desk_value_job').on(t.jobId, t.kind, t.number)]
);

/** A look at the service that a server's step asks. The last one of a job counts. Append only. */
export const networkCheck = pgTable(
  'network_check',
  {
    id: id(),
    number: number(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    probe: jsonb().$type<NetworkProbe>().notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [index('network_check_job').on(t.jobId, t.number)]
);
