import { CAUSES } from '@badger/core/diagnosis/causes';
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

/** The pair is measured over the sense lines. */
export const connectionSense = {
  $id: 'urn:upright-badger:connection-sense',
  type: 'object',
  additionalProperties: false,
  required: ['role', 'connectionId'],
  properties: { role: jobRole, connectionId }
} as const;

/** What supply and sense lines show now is kept. */
export const evidence = {
  $id: 'urn:upright-badger:evidence',
  type: 'object',
  additionalProperties: false,
  required: ['role'],
  properties: { role: jobRole }
} as const;

/** A cause was the one, or was not. */
export const causeFinding = {
  $id: 'urn:upright-badger:cause-finding',
  type: 'object',
  additionalProperties: false,
  required: ['role', 'evidenceId', 'cause', 'outcome'],
  properties: {
    role: jobRole,
    evidenceId: connectionId,
    cause: { enum: [...CAUSES] },
    outcome: { enum: ['confirmed', 'excluded'] }
  }
} as const;
