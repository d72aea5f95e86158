import {
  bigserial,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  unique,
  uuid
} from 'drizzle-orm/pg-core';
import { sql } from 'drizzle-orm';
import { JOB_ROLES } from '@badger/core/job/roles';
import {
  BOX_DRIVER_NAMES,
  SUPPLY_DRIVER_NAMES,
  type SupplyDriverName
} from '@badger/core/port/drivers';
import { REASONS, type JobResult } from '@badger/core/job/shape';
import type { Param } from '@badger/core/base/result';
import { at, createdAt, id } from './columns.ts';
import { person } from './people.ts';

export const customer = pgTable('customer', {
  id: id(),
  name: text().notNull().unique(),
  createdAt: createdAt()
});

export const vehicle = pgTable(
  'vehicle',
  {
    id: id(),
    customerId: uuid()
      .notNull()
      .references(() => customer.id),
    description: text().notNull(),
    vin: text().notNull(),
    createdAt: createdAt()
  },
  (t) => [index('vehicle_vin').on(t.vin)]
);

export const familyProfile = pgTable(
  'family_profile',
  {
    id: text().notNull(),
    version: integer().notNull(),
    document: jsonb().notNull(),
    loadedAt: createdAt()
  },
  (t) => [primaryKey({ columns: [t.id, t.version] })]
);

/** A supply at an address of its own. Units: mA, mV. */
export interface OwnSupply {
  readonly host: string;
  readonly port: number;
  readonly driver: SupplyDriverName;
  readonly ratedMa: number;
  /** Most that it can be set to, where it says so. */
  readonly mostMv: number | null;
  readonly idn: string;
}

export const station = pgTable('station', {
  id: text().primaryKey(),
  name: text().notNull(),
  ratedMa: integer().notNull(),
  host: text().notNull(),
  boxPort: integer().notNull(),
  /** Which driver speaks with the box, and in which dialect the supply is spoken to. */
  boxDriver: text({ enum: BOX_DRIVER_NAMES }).notNull().default('serial-line'),
  supplyPort: integer().notNull(),
  supplyDriver: text({ enum: SUPPLY_DRIVER_NAMES }).notNull().default('scpi-joined'),
  /** Chip programmer; null where the station has none. */
  chipPort: integer(),
  /** Breakout box with sense lines; null where the station has none. */
  sensePort: integer(),
  /** A supply that was given to it by its address, in the place of the one above; null: none was. */
  ownSupply: jsonb().$type<OwnSupply>()
});

/** A physical module. Its role belongs to the job, not to it. */
export const unit = pgTable(
  'unit',
  {
    id: id(),
    tag: text().notNull().unique(),
    familyId: text().notNull(),
    chipId: text().unique(),
    /** Identity fields as last read, by the profile's field ids. */
    numbers: jsonb().$type<Record<string, string>>().notNull().default({}),
    /** What stands on the unit, by the same ids; what it told itself counts more. */
    labelNumbers: jsonb().$type<Record<string, string>>().notNull().default({}),
    /** For the search over the shelf; made by the database. */
    hardwareNumber: text().generatedAlwaysAs(
      sql`coalesce(numbers->>'hardware-number', label_numbers->>'hardware-number')`
    ),
    /** On the shelf for use as a donor, and in what state; null: it is not stock. */
    stock: text({ enum: ['unknown', 'blank', 'backed-up', 'cloned', 'dead'] }),
    /** Adaptation values as last read or typed, by the profile's value ids. */
    wear: jsonb().$type<Record<string, number>>().notNull().default({}),
    place: text().notNull().default(''),
    identifiedAt: at(),
    createdAt: createdAt()
  },
  (t) => [
    index('unit_hardware')
      .on(t.hardwareNumber)
      .where(sql`${t.stock} is not null`),
    index('unit_stock')
      .on(t.familyId, t.tag)
      .where(sql`${t.stock} is not null`)
  ]
);

export const job = pgTable(
  'job',
  {
    id: id(),
    number: integer().notNull().unique().generatedByDefaultAsIdentity({ startWith: 2035 }),
    customerId: uuid()
      .notNull()
      .references(() => customer.id),
    vehicleId: uuid()
      .notNull()
      .references(() => vehicle.id),
    familyId: text().notNull(),
    complaint: text().notNull(),
    /** When and how it shows, in the customer's words: what the complaint is tried by when it goes out. */
    shows: text().notNull().default(''),
    /** How long that takes; null when nobody could say. Units: minutes. */
    showsMinutes: integer(),
    /** Number plate at intake; a loose unit has none. */
    plate: text().notNull().default(''),
    authorisedBy: text(),
    /** Why the vehicle or the unit came in. */
    reason: text({
      enum: REASONS
    })
      .notNull()
      .default('failed-module'),
    /** Way that was chosen to get at the memory, and why. */
    accessKind: text(),
    accessReason: text(),
    proofOutcome: text({ enum: ['cause', 'not-cause', 'open'] })
      .notNull()
      .default('open'),
    proofReason: text(),
    note: text(),
    stationId: text().references(() => station.id),
    promisedAt: at(),
    createdAt: createdAt(),
    closedAt: at(),
    closedBy: uuid().references(() => person.id),
    /** What it ended with, and what was said of it. */
    result: text().$type<JobResult>(),
    resultReason: text(),
    /** Why a lead goes on without the donor's backup; null: nobody does. */
    backupWaived: text()
  },
  (t) => [
    index('job_promised').on(t.promisedAt),
    // the lists: open jobs first, by promise
    index('job_list').on(sql`(${t.closedAt} is not null)`, t.promisedAt, t.number.desc()),
    index('job_vehicle').on(t.vehicleId)
  ]
);

export const jobUnit = pgTable(
  'job_unit',
  {
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    role: text({ enum: JOB_ROLES }).notNull(),
    unitId: uuid()
      .notNull()
      .references(() => unit.id),
    /** How it looked when it came in. */
    condition: text().notNull().default(''),
    /** Who feeds it while it stays installed, as a person said; null: nobody has. */
    fedBy: text({ enum: ['bench', 'vehicle'] }),
    /** Measured at the unit by hand. Units: mV. */
    fedMv: integer(),
    fedAt: at()
  },
  (t) => [
    index('job_unit_unit').on(t.unitId),
    primaryKey({ columns: [t.jobId, t.role] }),
    // one unit cannot be original and donor of the same job
    unique('job_unit_once').on(t.jobId, t.unitId)
  ]
);

/** Append only; `seq`, `prev_hash` and `hash` are set by a trigger. */
export const jobEvent = pgTable(
  'job_event',
  {
    id: bigserial({ mode: 'number' }).primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    seq: integer().notNull().default(0),
    at: createdAt(),
    personId: uuid().references(() => person.id),
    personName: text().notNull(),
    kind: text().notNull(),
    data: jsonb().$type<Record<string, Param>>().notNull().default({}),
    prevHash: text().notNull().default(''),
    hash: text().notNull().default('')
  },
  (t) => [unique('job_event_seq').on(t.jobId, t.seq)]
);
