import {
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  unique,
  uuid
} from 'drizzle-orm/pg-core';
import type { AccessOption } from '@badger/core/access-choice/compare-accesses';
import type { QuoteLine } from '@badger/core/access-choice/build-quote';
import type { PartsAnswer } from '@badger/core/match/parts-answer';
import { at, createdAt, id } from './columns.ts';
import { job } from './jobs.ts';
import { person } from './people.ts';

/** What the parts service said, with its age: used when the service is down. */
export const partsAnswer = pgTable(
  'parts_answer',
  {
    kind: text({ enum: ['number', 'vin'] }).notNull(),
    key: text().notNull(),
    answer: jsonb().$type<PartsAnswer>().notNull(),
    fetchedAt: createdAt()
  },
  (t) => [primaryKey({ columns: [t.kind, t.key] })]
);

/** A donor that somebody offers, judged before it is paid for. Append only. */
export const offer = pgTable(
  'offer',
  {
    id: id(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    /** Where it was seen: a breaker, an advert. */
    source: text().notNull(),
    numbers: jsonb().$type<Record<string, string>>().notNull(),
    price: text().notNull().default(''),
    /** Verdict and code at the time. */
    verdict: text({ enum: ['go', 'look', 'stop', 'none'] }).notNull(),
    code: text().notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [index('offer_job').on(t.jobId)]
);

/** The access that was chosen, with everything that lay beside it at the time. Append only: the newest counts. */
export const accessChoice = pgTable(
  'access_choice',
  {
    id: id(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    accessKey: text().notNull(),
    cloneMethod: text().notNull(),
    reason: text().notNull(),
    options: jsonb().$type<readonly AccessOption[]>().notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [index('access_choice_job').on(t.jobId)]
);

/** What was offered to the customer. Append only; money as exact decimal text. */
export const quote = pgTable(
  'quote',
  {
    id: id(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    number: integer().notNull(),
    currency: text().notNull(),
    lines: jsonb().$type<readonly QuoteLine[]>().notNull(),
    net: text().notNull(),
    taxPercent: text().notNull(),
    tax: text().notNull(),
    total: text().notNull(),
    note: text().notNull().default(''),
    validUntil: at().notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [unique('quote_number').on(t.jobId, t.number)]
);

/** What people told the plan of one task: begun, done, moved to a time or a place. */
export const planMark = pgTable(
  'plan_mark',
  {
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    taskKey: text().notNull(),
    startedAt: at(),
    doneAt: at(),
    /** Not before this time, and before everything else that could have the place. */
    pinnedAt: at(),
    pinnedTo: text(),
    personId: uuid()
      .notNull()
      .references(() => person.id),
    changedAt: createdAt()
  },
  (t) => [primaryKey({ columns: [t.jobId, t.taskKey] })]
);
