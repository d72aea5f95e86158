import { jobRole, stationId } from './shapes.ts';

const kitId = {
  anyOf: [
    { type: 'string', pattern: '^[0-9a-f-]{36}$' },
    { type: 'string', maxLength: 0 }
  ]
} as const;
const wireKey = { type: 'string', pattern: '^[a-z][a-z-]*-\\d{1,3}$', maxLength: 30 } as const;
const connectionId = { type: 'string', pattern: '^[0-9a-f-]{36}$' } as const;

/** A unit begins to be connected. */
export const connectionBegin = {
  $id: 'urn:upright-badger:connection-begin',
  type: 'object',
  additionalProperties: false,
  required: ['role', 'stationId', 'leadId', 'adapterId', 'marking'],
  properties: {
    role: jobRole,
    stationId,
    /** Empty: no lead of the list. */
    leadId: kitId,
    adapterId: kitId,
    /** What is printed on the chip; empty: nobody looked. */
    marking: { type: 'string', maxLength: 40 }
  }
} as const;

/** Wires that are put on, or taken off again. */
export const connectionTick = {
  $id: 'urn:upright-badger:connection-tick',
  type: 'object',
  additionalProperties: false,
  required: ['role', 'connectionId', 'wireKeys', 'on'],
  properties: {
    role: jobRole,
    connectionId,
    wireKeys: { type: 'array', minItems: 1, maxItems: 60, items: wireKey },
    on: { type: 'boolean' }
  }
} as const;

/** What a meter showed with the power off. */
export const connectionMeasure = {
  $id: 'urn:upright-badger:connection-measure',
  type: 'object',
  additionalProperties: false,
  required: ['role', 'connectionId', 'kind', 'ohm'],
  properties: {
    role: jobRole,
    connectionId,
    kind: { enum: ['pair', 'high-ground', 'low-ground', 'feed-ground', 'wire'] },
    wireKey,
    /** Null: the meter shows an open line. Units: Ω. */
    ohm: { anyOf: [{ type: 'number', minimum: 0, maximum: 1e9 }, { type: 'null' }] }
  }
} as const;
