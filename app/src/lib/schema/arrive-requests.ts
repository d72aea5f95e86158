import { wire } from '@badger/core/profile/schema-wiring';
import { cloneRole, jobRole, stationId, strokes, tag } from './shapes.ts';

/** Empty: the shop gives the next tag. */
const tagOrNone = { anyOf: [tag, { type: 'string', maxLength: 0 }] } as const;

export const assignUnit = {
  $id: 'urn:upright-badger:assign-unit',
  type: 'object',
  additionalProperties: false,
  required: ['tag', 'role'],
  properties: {
    tag: tagOrNone,
    role: jobRole,
    /** Of a partner, which is of another family. */
    family: { type: 'string', pattern: '^[A-Z]{2}-[A-Z0-9]{3}$' },
    place: { type: 'string', maxLength: 40 },
    condition: { type: 'string', maxLength: 200 }
  }
} as const;

export const place = {
  $id: 'urn:upright-badger:place',
  type: 'object',
  additionalProperties: false,
  required: ['place'],
  properties: { place: { type: 'string', maxLength: 40 } }
} as const;

export const authority = {
  $id: 'urn:upright-badger:authority',
  type: 'object',
  additionalProperties: false,
  required: ['orderedBy', 'proofKind', 'proofNumber', 'signature'],
  properties: {
    orderedBy: { type: 'string', minLength: 3, maxLength: 120, pattern: '\\S' },
    proofKind: {
      enum: ['registration', 'order', 'identity', 'power-of-attorney', 'other', 'none']
    },
    proofNumber: { type: 'string', maxLength: 80 },
    photoId: { type: 'string', pattern: '^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$' },
    signature: strokes
  }
} as const;

export const kitTick = {
  $id: 'urn:upright-badger:kit-tick',
  type: 'object',
  additionalProperties: false,
  required: ['checkId', 'on'],
  properties: {
    checkId: { enum: ['sleep', 'programs', 'cable', 'mains', 'network'] },
    on: { type: 'boolean' }
  }
} as const;

const version = { type: 'string', maxLength: 30 } as const;

const day = { type: 'string', pattern: '^(\\d{4}-\\d{2}-\\d{2})?$' } as const;

const orNull = <const S>(schema: S) => ({ anyOf: [schema, { type: 'null' }] }) as const;

export const kitEdit = {
  $id: 'urn:upright-badger:kit-edit',
  type: 'object',
  additionalProperties: false,
  required: [
    ...['kind', 'name', 'stationId', 'families', 'software', 'wantedSoftware', 'firmware'],
    ...['wantedFirmware', 'dueAt', 'calibrationDueAt', 'plugCycles', 'plugLimit', 'cableLink'],
    ...['radioLink', 'ratedMa', 'lengthMm', 'areaUm2', 'contactMohm', 'terminatorOhm', 'drawMa'],
    ...['port', 'wires']
  ],
  properties: {
    id: { type: 'string', pattern: '^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$' },
    version: { type: 'integer', minimum: 1 },
    retire: { type: 'boolean' },
    kind: {
      enum: [
        ...['interface', 'supply', 'adapter', 'lead', 'computer', 'meter', 'vehicle-supply'],
        ...['probe-frame', 'solder-place', 'programmer', 'clip', 'fuse-lead', 'network']
      ]
    },
    name: { type: 'string', minLength: 1, maxLength: 60, pattern: '\\S' },
    stationId: { anyOf: [stationId, { type: 'string', maxLength: 0 }] },
    families: { type: 'array', maxItems: 40, items: { type: 'string', maxLength: 10 } },
    software: version,
    wantedSoftware: version,
    firmware: version,
    wantedFirmware: version,
    dueAt: day,
    calibrationDueAt: day,
    plugCycles: { type: 'integer', minimum: 0, maximum: 1_000_000 },
    plugLimit: { type: 'integer', minimum: 0, maximum: 1_000_000 },
    cableLink: { type: 'boolean' },
    radioLink: { type: 'boolean' },
    ratedMa: { type: 'integer', minimum: 0, maximum: 400_000 },
    /** Of a lead, an adapter or a box; null: nobody knows. Units: mm, µm², mΩ, Ω, mA. */
    lengthMm: orNull({ type: 'integer', minimum: 0, maximum: 50_000 }),
    areaUm2: orNull({ type: 'integer', minimum: 10_000, maximum: 50_000_000 }),
    contactMohm: orNull({ type: 'integer', minimum: 0, maximum: 10_000 }),
    terminatorOhm: orNull({ type: 'integer', minimum: 0, maximum: 1000 }),
    drawMa: orNull({ type: 'integer', minimum: 0, maximum: 20_000 }),
    port: { type: 'string', maxLength: 40 },
    wires: {
      type: 'array',
      maxItems: 40,
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['signal', 'mark', 'colour'],
        properties: {
          signal: wire.properties.signal,
          mark: { type: 'string', maxLength: 12 },
          colour: { type: 'string', maxLength: 20 }
        }
      }
    }
  }
} as const;

export const newJob = {
  $id: 'urn:upright-badger:new-job',
  type: 'object',
  additionalProperties: false,
  required: [
    ...['customer', 'vehicle', 'vin', 'family', 'complaint', 'reason', 'authorisedBy'],
    ...['promisedAt', 'intakeKey', 'arrival', 'units', 'another']
  ],
  properties: {
    customer: { type: 'string', minLength: 1, maxLength: 80, pattern: '\\S' },
    vehicle: { type: 'string', minLength: 1, maxLength: 80, pattern: '\\S' },
    /** Empty only where nobody can know it: a loose unit. */
    vin: { type: 'string', maxLength: 40 },
    family: { type: 'string', pattern: '^[A-Z]{2}-[A-Z0-9]{3}$' },
    complaint: { type: 'string', minLength: 1, maxLength: 500, pattern: '\\S' },
    shows: { type: 'string', maxLength: 200 },
    showsMinutes: { anyOf: [{ type: 'integer', minimum: 0, maximum: 100_000 }, { type: 'null' }] },
    plate: { type: 'string', maxLength: 20 },
    reason: {
      enum: [
        ...(['failed-module', 'new-module', 'software', 'security'] as const),
        ...(['recovery', 'repair', 'unknown-unit'] as const)
      ]
    },
    authorisedBy: { type: 'string', maxLength: 120 },
    promisedAt: {
      anyOf: [
        {
          type: 'string',
          pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}(:\\d{2}(\\.\\d{1,9})?)?Z$'
        },
        { type: 'null' }
      ]
    },
    /** Made by the page: the same intake sent twice opens one job. */
    intakeKey: { type: 'string', pattern: '^[0-9a-zA-Z-]{8,64}$' },
    arrival: {
      type: 'object',
      additionalProperties: false,
      required: ['how', 'parcelNumber', 'condition'],
      properties: {
        how: { enum: ['vehicle', 'post', 'counter'] },
        parcelNumber: { type: 'string', maxLength: 60 },
        condition: { type: 'string', maxLength: 300 }
      }
    },
    units: {
      type: 'array',
      maxItems: 2,
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['role', 'tag', 'place', 'condition'],
        properties: {
          role: cloneRole,
          tag: tagOrNone,
          place: { type: 'string', maxLength: 40 },
          condition: { type: 'string', maxLength: 200 }
        }
      }
    },
    /** Open one although a job of this vehicle is open. */
    another: { type: 'boolean' }
  }
} as const;

export const closeJob = {
  $id: 'urn:upright-badger:close-job',
  type: 'object',
  additionalProperties: false,
  required: ['result', 'reason'],
  properties: {
    result: {
      enum: [
        ...(['donor-written', 'unit-rewritten', 'new-unit-taught', 'data-handed-over'] as const),
        ...(['unit-recovered', 'unit-dead', 'unit-repaired', 'unit-judged'] as const),
        ...(['wrong-diagnosis', 'ended'] as const)
      ]
    },
    reason: { type: 'string', maxLength: 500 }
  }
} as const;

export const unitFeed = {
  $id: 'urn:upright-badger:unit-feed',
  type: 'object',
  additionalProperties: false,
  required: ['role', 'by'],
  properties: {
    role: jobRole,
    by: { enum: ['bench', 'vehicle'] },
    /** Measured at the unit, where the vehicle feeds it. Units: mV. */
    measuredMv: { type: 'integer', minimum: 0, maximum: 60000 }
  }
} as const;

/** A lead takes a content although its reads are not trusted. `readId` null: what was put together of them. */
export const acceptReads = {
  $id: 'urn:upright-badger:accept-reads',
  type: 'object',
  additionalProperties: false,
  required: ['role', 'regionId', 'readId', 'reason'],
  properties: {
    role: jobRole,
    regionId: { type: 'string', minLength: 1, maxLength: 60 },
    readId: {
      anyOf: [
        { type: 'string', pattern: '^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$' },
        { type: 'null' }
      ]
    },
    reason: { type: 'string', minLength: 8, maxLength: 300, pattern: '\\S' }
  }
} as const;

export const waiver = {
  $id: 'urn:upright-badger:waiver',
  type: 'object',
  additionalProperties: false,
  required: ['reason'],
  /** Empty: taken back. */
  properties: {
    reason: {
      anyOf: [
        { type: 'string', maxLength: 0 },
        { type: 'string', minLength: 8, maxLength: 300, pattern: '\\S' }
      ]
    }
  }
} as const;
