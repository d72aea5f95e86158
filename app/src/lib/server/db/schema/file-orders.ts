import { index, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import { WANTED_FILES } from '@badger/core/file-service/file-answer';
import { createdAt, id } from './columns.ts';
import { job, unit } from './jobs.ts';
import { person } from './people.ts';

/** What was ordered of a file service and what became of it. An order that has ended is never changed (a trigger refuses). */
export const fileOrder = pgTable(
  'file_order',
  {
    id: id(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    unitId: uuid()
      .notNull()
      .references(() => unit.id),
    regionId: text().notNull(),
    wanted: text({ enum: WANTED_FILES }).notNull(),
    /** The service's own name of it. */
    orderId: text().notNull(),
    /** Content of the unit that went out with it; null where nobody can read it. */
    ownSha256: text(),
    askedAt: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id),
    /** Nobody else looks at it before; by the machine's clock. */
    nextLookAt: timestamp({ withTimezone: true }).notNull(),
    endedAt: timestamp({ withTimezone: true }),
    /** Code of why no file came of it; null where one was kept. */
    problem: text()
  },
  (t) => [index('file_order_job').on(t.jobId)]
);
