import { index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { POST_OUTCOMES } from '../../../post-types.ts';
import { at, createdAt, id } from './columns.ts';
import { job } from './jobs.ts';
import { person } from './people.ts';

/** A link that shows the fitting sheet of one job, and nothing else, to whoever has it. What opens it is no row: it is made of its id by the key of the shop. */
export const postLink = pgTable(
  'post_link',
  {
    id: id(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    /** After that silence is an answer. */
    answerBy: at().notNull(),
    createdAt: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id),
    /** From then on it opens nothing; null: it does. */
    endedAt: at()
  },
  (t) => [index('post_link_job').on(t.jobId)]
);

/** What came back by a link. Append only. */
export const postAnswer = pgTable(
  'post_answer',
  {
    id: id(),
    linkId: uuid()
      .notNull()
      .references(() => postLink.id),
    outcome: text({ enum: POST_OUTCOMES }).notNull(),
    /** Who says so, as they write it. */
    name: text().notNull(),
    words: text().notNull(),
    at: createdAt()
  },
  (t) => [index('post_answer_link').on(t.linkId)]
);
