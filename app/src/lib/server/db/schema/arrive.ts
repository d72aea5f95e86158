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
import { boolean } from 'drizzle-orm/pg-core';
import type { LeadWire } from '@badger/core/wiring/lead-set';
import { at, bytea, createdAt, id } from './columns.ts';
import { job, station, unit } from './jobs.ts';
import { person } from './people.ts';

/** A picture of a job or a unit. Never changed (a trigger refuses); the position is taken out before it is kept. */
export const photo = pgTable(
  'photo',
  {
    id: id(),
    jobId: uuid().references(() => job.id),
    unitId: uuid().references(() => unit.id),
    kind: text({
      enum: ['label', 'board', 'damage', 'vehicle', 'parcel', 'proof', 'other']
    }).notNull(),
    fileName: text().notNull(),
    /** Of the kept original. */
    sha256: text().notNull(),
    mediaType: text().notNull(),
    lengthBytes: integer().notNull(),
    widthPx: integer().notNull(),
    heightPx: integer().notNull(),
    takenAt: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [index('photo_job').on(t.jobId), index('photo_unit').on(t.unitId)]
);

export const photoBytes = pgTable(
  'photo_bytes',
  {
    photoId: uuid()
      .notNull()
      .references(() => photo.id),
    size: text({ enum: ['original', 'large', 'small'] }).notNull(),
    mediaType: text().notNull(),
    bytes: bytea().notNull()
  },
  (t) => [primaryKey({ columns: [t.photoId, t.size] })]
);

/** Who ordered the work, and what proof was seen. Append only: a later one counts, the earlier ones stay. */
export const authority = pgTable(
  'authority',
  {
    id: id(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    orderedBy: text().notNull(),
    proofKind: text({
      enum: ['registration', 'order', 'identity', 'power-of-attorney', 'other', 'none']
    }).notNull(),
    proofNumber: text().notNull(),
    photoId: uuid().references(() => photo.id),
    /** Strokes of the signature as points 0 to 1000 in both directions; empty when nobody signed. */
    signature: jsonb().$type<number[][][]>().notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [index('authority_job').on(t.jobId)]
);

export const kitItem = pgTable('kit_item', {
  id: id(),
  kind: text({
    enum: [
      ...(['interface', 'supply', 'adapter', 'lead', 'computer', 'meter'] as const),
      ...(['vehicle-supply', 'probe-frame', 'solder-place', 'programmer'] as const),
      ...(['clip', 'fuse-lead', 'network'] as const)
    ]
  }).notNull(),
  name: text().notNull().unique(),
  stationId: text().references(() => station.id),
  families: text().array().notNull().default([]),
  software: text().notNull().default(''),
  wantedSoftware: text().notNull().default(''),
  firmware: text().notNull().default(''),
  wantedFirmware: text().notNull().default(''),
  dueAt: at(),
  calibrationDueAt: at(),
  plugCycles: integer().notNull().default(0),
  plugLimit: integer().notNull().default(0),
  cableLink: boolean().notNull().default(false),
  radioLink: boolean().notNull().default(false),
  ratedMa: integer(),
  /** Of a lead or an adapter; null where nobody knows. Units: mm, µm², mΩ of one contact, Ω between its CAN wires. */
  lengthMm: integer(),
  areaUm2: integer(),
  contactMohm: integer(),
  /** Also of an interface box. 0: none. */
  terminatorOhm: integer(),
  /** What a box draws from the supply of the unit. */
  drawMa: integer(),
  /** Where it is plugged at the box. */
  port: text().notNull().default(''),
  wires: jsonb().$type<readonly LeadWire[]>().notNull().default([]),
  /** Raised by every edit: two people who edit at once are told apart. */
  version: integer().notNull().default(1),
  retiredAt: at(),
  createdAt: createdAt()
});

/** What a person ticked for a job: sleep off, programs closed, link by cable only. */
export const kitTick = pgTable(
  'kit_tick',
  {
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    checkId: text({ enum: ['sleep', 'programs', 'cable', 'mains', 'network'] }).notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [primaryKey({ columns: [t.jobId, t.checkId] })]
);

/** A part in another job, for the history of a unit. */
export const arrival = pgTable(
  'arrival',
  {
    jobId: uuid()
      .primaryKey()
      .references(() => job.id),
    how: text({ enum: ['vehicle', 'post', 'counter'] }).notNull(),
    parcelNumber: text().notNull().default(''),
    condition: text().notNull().default(''),
    /** Made by the page before it sends: a request that is sent twice opens one job. */
    intakeKey: text().notNull()
  },
  (t) => [unique('arrival_intake').on(t.intakeKey)]
);
