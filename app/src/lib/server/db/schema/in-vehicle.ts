import { index, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { TriedContent, VehicleSign } from '@badger/core/clone/in-vehicle';
import { createdAt, id } from './columns.ts';
import { job } from './jobs.ts';
import { person } from './people.ts';
import { operation } from './reads.ts';

/** What people told of proven writes after the unit was tried in its vehicle; rows are never changed (a trigger refuses), the last word counts. */
export const toldInVehicle = pgTable(
  'told_in_vehicle',
  {
    id: id(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    operationId: uuid()
      .notNull()
      .references(() => operation.id),
    outcome: text({ enum: ['runs', 'fails'] }).notNull(),
    signs: jsonb().$type<VehicleSign[]>().notNull(),
    note: text().notNull(),
    /** What was in the unit, by region. */
    contents: jsonb().$type<TriedContent[]>().notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [index('told_in_vehicle_job').on(t.jobId)]
);
