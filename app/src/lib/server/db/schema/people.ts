import { boolean, index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { at, createdAt, id } from './columns.ts';

export const person = pgTable('person', {
  id: id(),
  /** As lanes and records say it. */
  name: text().notNull().unique(),
  /** As it is typed to sign in. */
  account: text().notNull().unique(),
  role: text({ enum: ['bench', 'lead', 'desk', 'trainee'] }).notNull(),
  passwordHash: text().notNull(),
  /** What this person can do at the bench. */
  skills: text({ enum: ['open-case', 'fine-solder', 'clip', 'vehicle'] })
    .array()
    .notNull()
    .default([]),
  createdAt: createdAt()
});

/** `id` is the SHA-256 of the cookie's token: a stolen table opens nothing. */
export const session = pgTable('session', {
  id: text().primaryKey(),
  personId: uuid()
    .notNull()
    .references(() => person.id),
  createdAt: createdAt(),
  expiresAt: at().notNull()
});

export const signInAttempt = pgTable(
  'sign_in_attempt',
  {
    id: id(),
    name: text().notNull(),
    address: text().notNull(),
    succeeded: boolean().notNull(),
    at: createdAt()
  },
  (t) => [index('sign_in_attempt_name_at').on(t.name, t.at)]
);
