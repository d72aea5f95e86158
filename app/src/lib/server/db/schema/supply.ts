import type { SupplyMark } from '@badger/core/supply/record-supply';
import { index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { at, bytea } from './columns.ts';
import { station } from './jobs.ts';

/** Pieces of the trace of a station's supply, about a minute each, while its output is on. Old ones are let go. */
export const supplyPiece = pgTable(
  'supply_piece',
  {
    id: uuid().primaryKey(),
    stationId: text()
      .notNull()
      .references(() => station.id),
    /** Its first moment, from which the moments of its points are counted, and its last. */
    startedAt: at().notNull(),
    endedAt: at().notNull(),
    /** Limit that was set when it began; null: the output was off, or nobody knows. Units: mA. */
    limitMa: integer(),
    /** Packed by `packPoints`. */
    points: bytea().notNull(),
    /** Their moments are counted in ms since 1970. */
    marks: jsonb().$type<SupplyMark[]>().notNull()
  },
  (t) => [index('supply_piece_time').on(t.stationId, t.endedAt)]
);
