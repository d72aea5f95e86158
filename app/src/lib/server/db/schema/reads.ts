import { JOB_ROLES } from '@badger/core/job/roles';
import { WRITES, type ToldAfter } from '@badger/core/operation/writes';
import {
  bigint,
  boolean,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  real,
  text,
  unique,
  uniqueIndex,
  uuid
} from 'drizzle-orm/pg-core';
import { sql } from 'drizzle-orm';
import type { Comparison } from '@badger/core/image/compare';
import type { TrustSummary } from '@badger/core/trust/summary';
import type { Range } from '@badger/core/image/range';
import type { Finding } from '@badger/core/image/finding';
import type { Problem } from '@badger/core/base/result';
import type { ClonePlan } from '@badger/core/clone/plan';
import type { TraceLine } from '../../../trace-types.ts';
import { at, bytea, createdAt, id, livedAt } from './columns.ts';
import { job, station, unit } from './jobs.ts';
import { person } from './people.ts';
import { dataKey } from './safe.ts';

/** Content by its SHA-256; rows are never changed (a trigger refuses). */
export const image = pgTable('image', {
  id: id(),
  sha256: text().notNull().unique(),
  /** Named by a keyed digest instead: so short that its SHA-256 would give it away. */
  keyed: boolean().notNull().default(false),
  lengthBytes: integer().notNull(),
  createdAt: createdAt()
});

export const imageChunk = pgTable(
  'image_chunk',
  {
    imageId: uuid()
      .notNull()
      .references(() => image.id),
    no: integer().notNull(),
    /** Sealed by this data key; null only until the first start after an update from before the safe. */
    keyNo: integer().references(() => dataKey.no),
    bytes: bytea().notNull()
  },
  (t) => [primaryKey({ columns: [t.imageId, t.no] })]
);

/** How two contents differ, found once: content never changes. The smaller SHA-256 stands first. */
/** What some reads of a region show, found once. Nothing but a memory of it: it can be found again. */
export const readsJudgement = pgTable('reads_judgement', {
  /** SHA-256 of what was judged: the reads by number and content, the family as it was, what the shop asks for. */
  key: text().primaryKey(),
  summary: jsonb().$type<TrustSummary>().notNull(),
  createdAt: createdAt()
});

/** A content that a lead took for a region although its reads are not trusted; rows are never changed (a trigger refuses). */
export const readsAccepted = pgTable(
  'reads_accepted',
  {
    id: id(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    unitId: uuid()
      .notNull()
      .references(() => unit.id),
    regionId: text().notNull(),
    sha256: text()
      .notNull()
      .references(() => image.sha256),
    kind: text({ enum: ['read', 'rebuilt'] }).notNull(),
    readNumbers: jsonb().$type<number[]>().notNull(),
    reason: text().notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [index('reads_accepted_job').on(t.jobId)]
);

export const imageComparison = pgTable(
  'image_comparison',
  {
    firstSha256: text()
      .notNull()
      .references(() => image.sha256),
    secondSha256: text()
      .notNull()
      .references(() => image.sha256),
    comparison: jsonb().$type<Comparison>().notNull()
  },
  (t) => [primaryKey({ columns: [t.firstSha256, t.secondSha256] })]
);

export interface RegionProgress {
  regionId: string;
  name: string;
  lengthBytes: number;
  phase:
    'waiting' | 'erasing' | 'writing' | 'reading-back' | 'equal' | 'different' | 'reading' | 'read';
  doneBytes: number;
}

export const cloneImage = pgTable('clone_image', {
  id: id(),
  jobId: uuid()
    .notNull()
    .references(() => job.id),
  plan: jsonb().$type<ClonePlan>().notNull(),
  builtAt: createdAt(),
  builtBy: uuid()
    .notNull()
    .references(() => person.id)
});

/**
 * A person takes bytes of the clone image from elsewhere than the family says, and why. Offsets in the plain content of the region. `family`: back to what the
 * family says. Rows are never changed (a trigger refuses); the last one counts.
 */
export const cloneChange = pgTable(
  'clone_change',
  {
    id: id(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    /** The clone method that it was said for: it holds for no other. */
    method: text().notNull(),
    regionId: text().notNull(),
    startOffset: bigint({ mode: 'number' }).notNull(),
    endOffset: bigint({ mode: 'number' }).notNull(),
    from: text({ enum: ['original', 'donor', 'partner', 'filler', 'family'] }).notNull(),
    reason: text().notNull(),
    no: bigint({ mode: 'number' }).generatedAlwaysAsIdentity().notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [index('clone_change_job').on(t.jobId)]
);

/** A lead lets just this image be written although nobody knows how a region of it is checked; rows are never changed (a trigger refuses). */
export const cloneConsent = pgTable(
  'clone_consent',
  {
    id: id(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    cloneImageId: uuid()
      .notNull()
      .references(() => cloneImage.id),
    reason: text().notNull(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [index('clone_consent_job').on(t.jobId)]
);

/** What an operation ran on: each as the thing tells it itself; empty where it was not asked or did not answer. */
export interface BenchVersions {
  application: string;
  box: string;
  supply: string;
  sense: string;
  /** Family and version of the profile. */
  profile: string;
}

export const operation = pgTable(
  'operation',
  {
    id: id(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    stationId: text()
      .notNull()
      .references(() => station.id),
    unitId: uuid()
      .notNull()
      .references(() => unit.id),
    role: text({ enum: JOB_ROLES }).notNull(),
    kind: text({ enum: ['identify', 'read', 'write'] }).notNull(),
    regionId: text(),
    cloneImageId: uuid().references(() => cloneImage.id),
    /** Of a write: the built image, only what of it the unit does not hold yet, or the unit's own backup. */
    writes: text({ enum: WRITES }).notNull().default('image'),
    /** What the unit told after it was written and reset; null where it was not asked. */
    after: jsonb().$type<ToldAfter>(),
    /** The access of the profile that was driven; null in rows from before it was recorded. */
    accessKey: text(),
    state: text({
      enum: [
        'queued',
        'preparing',
        'running',
        'verifying',
        'done',
        'stopped',
        'failed',
        'interrupted'
      ]
    }).notNull(),
    /** Process that runs it; it holds an advisory lock under this number while it lives. */
    owner: integer().notNull(),
    heartbeatAt: livedAt(),
    regions: jsonb().$type<RegionProgress[]>().notNull().default([]),
    doneBytes: bigint({ mode: 'number' }).notNull().default(0),
    totalBytes: bigint({ mode: 'number' }).notNull().default(0),
    problem: jsonb().$type<Problem>(),
    /** On which software and firmware it ran; null in rows from before it was recorded. */
    versions: jsonb().$type<BenchVersions>(),
    /** What the outcome means for the unit on the bench: a catalogue code. */
    meaning: text(),
    /** How many times faster than life the simulated bench ran; 1 with real devices. */
    timeFactor: real().notNull().default(1),
    personId: uuid()
      .notNull()
      .references(() => person.id),
    queuedAt: createdAt(),
    startedAt: at(),
    /** From here on the memory of the unit may have been changed; null: nothing that could change it went out. */
    mayHaveChangedAt: at(),
    endedAt: at()
  },
  (t) => [
    // the station's lease: one operation at a time, held by the database itself
    uniqueIndex('operation_station_lease')
      .on(t.stationId)
      .where(sql`state in ('queued', 'preparing', 'running', 'verifying')`),
    index('operation_job').on(t.jobId)
  ]
);

export interface SupplyFigures {
  minMv: number;
  maxMv: number;
  minMa: number;
  maxMa: number;
  meanMa: number;
  limitMa: number;
  samples: number;
}

/** A kept read: never altered, never deleted (a trigger refuses). */
export const keptRead = pgTable(
  'kept_read',
  {
    id: id(),
    jobId: uuid()
      .notNull()
      .references(() => job.id),
    unitId: uuid()
      .notNull()
      .references(() => unit.id),
    role: text({ enum: [...JOB_ROLES, 'supplied', 'stock'] }).notNull(),
    regionId: text().notNull(),
    number: integer().notNull(),
    imageId: uuid()
      .notNull()
      .references(() => image.id),
    name: text().notNull(),
    source: text({ enum: ['bench', 'file'] }).notNull(),
    /** Addresses that it covers, where it is not the whole region; its content is their bytes one after the other. */
    ranges: jsonb().$type<Range[]>(),
    /** File name as dropped, or the station. */
    sourceName: text().notNull(),
    /** The bench's own reading: one operation brings one read. */
    operationId: uuid()
      .references(() => operation.id)
      .unique(),
    /** The same physical read as this one, kept again by mistake of an earlier version: it counts for nothing. */
    repeatsId: uuid(),
    /** When a dropped file was last changed, as the browser tells it: with its name it tells one file from another. */
    fileModifiedAt: at(),
    supply: jsonb().$type<SupplyFigures>(),
    findings: jsonb().$type<Finding[]>().notNull(),
    takenAt: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [
    unique('kept_read_number').on(t.unitId, t.regionId, t.number),
    index('kept_read_job').on(t.jobId)
  ]
);

export const sample = pgTable(
  'sample',
  {
    operationId: uuid()
      .notNull()
      .references(() => operation.id),
    atMs: integer().notNull(),
    mv: integer().notNull(),
    ma: integer().notNull(),
    doneBytes: bigint({ mode: 'number' }).notNull()
  },
  (t) => [primaryKey({ columns: [t.operationId, t.atMs] })]
);

export const trace = pgTable('trace', {
  operationId: uuid()
    .primaryKey()
    .references(() => operation.id),
  lines: jsonb().$type<TraceLine[]>().notNull(),
  /** CAN frames as a candump log, cut in the middle when there were too many. */
  candump: text().notNull(),
  framesTotal: integer().notNull(),
  framesKept: integer().notNull()
});

export const setting = pgTable('setting', {
  key: text().primaryKey(),
  value: jsonb().notNull()
});

/**
 * A remark on bytes of an image, by the SHA-256 of its content: the image itself need not be kept here. A row that strikes another out has no text
 * of its own. Append only.
 */
export const imageNote = pgTable(
  'image_note',
  {
    id: id(),
    sha256: text().notNull(),
    startAddress: bigint({ mode: 'number' }).notNull(),
    endAddress: bigint({ mode: 'number' }).notNull(),
    text: text().notNull(),
    strikes: uuid().unique(),
    at: createdAt(),
    personId: uuid()
      .notNull()
      .references(() => person.id)
  },
  (t) => [index('image_note_sha256').on(t.sha256)]
);
