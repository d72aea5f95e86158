import { stationId } from './shapes.ts';

export const startScan = {
  $id: 'urn:upright-badger:start-scan',
  type: 'object',
  additionalProperties: false,
  required: ['kind'],
  properties: {
    kind: { enum: ['pre', 'post', 'cleared'] },
    /** Station whose box hangs on the pair of an older vehicle. */
    stationId
  }
} as const;

export const typedScan = {
  $id: 'urn:upright-badger:typed-scan',
  type: 'object',
  additionalProperties: false,
  required: ['text', 'fileName'],
  properties: {
    text: { type: 'string', minLength: 1, maxLength: 900_000 },
    fileName: { type: 'string', maxLength: 200 }
  }
} as const;

export const vehicleSimulator = {
  $id: 'urn:upright-badger:vehicle-simulator',
  type: 'object',
  additionalProperties: false,
  properties: {
    plug: { anyOf: [{ type: 'string', maxLength: 40 }, { type: 'null' }] },
    station: stationId,
    vehicle: { type: 'string', maxLength: 40 },
    ignition: { enum: ['off', 'on', 'running'] },
    support: { type: 'boolean' },
    script: { type: 'string', maxLength: 40 },
    /** Another key into the lock. */
    key: { type: 'string', maxLength: 40 },
    /** What goes wrong when one of its units is taught. */
    teachingFaults: { type: 'array', maxItems: 8, items: { type: 'string', maxLength: 40 } },
    /** A loose unit is put into its place, or taken out. */
    unit: { anyOf: [{ type: 'string', maxLength: 40 }, { type: 'null' }] }
  }
} as const;

export const proofTest = {
  $id: 'urn:upright-badger:proof-test',
  type: 'object',
  additionalProperties: false,
  required: ['test', 'values', 'note'],
  properties: {
    test: { enum: ['supply', 'ground', 'network', 'wiring', 'actuator', 'swap', 'clear', 'bench'] },
    values: {
      type: 'object',
      maxProperties: 8,
      additionalProperties: { anyOf: [{ type: 'number' }, { type: 'string', maxLength: 40 }] }
    },
    note: { type: 'string', maxLength: 300 }
  }
} as const;

export const exercise = {
  $id: 'urn:upright-badger:exercise',
  type: 'object',
  additionalProperties: false,
  required: ['stationId', 'wanted'],
  properties: {
    stationId,
    /** Ids of inputs and outputs, and `self-test`; none means all. */
    wanted: {
      type: 'array',
      maxItems: 20,
      items: { type: 'string', pattern: '^[a-z][a-z0-9-]*$', maxLength: 40 }
    }
  }
} as const;

export const switchFeeds = {
  $id: 'urn:upright-badger:switch-feeds',
  type: 'object',
  additionalProperties: false,
  minProperties: 1,
  properties: { battery: { type: 'boolean' }, ignition: { type: 'boolean' } }
} as const;

export const accessKind = {
  $id: 'urn:upright-badger:access-kind',
  type: 'object',
  additionalProperties: false,
  required: ['accessKind', 'reason'],
  properties: {
    accessKind: { enum: ['obd', 'bench', 'boot', 'clip', 'lifted', 'pads', 'new-unit'] },
    reason: { type: 'string', minLength: 3, maxLength: 300, pattern: '\\S' }
  }
} as const;

export const proof = {
  $id: 'urn:upright-badger:proof',
  type: 'object',
  additionalProperties: false,
  required: ['outcome', 'reason'],
  properties: {
    outcome: { enum: ['cause', 'not-cause', 'open'] },
    reason: { type: 'string', minLength: 3, maxLength: 500 }
  }
} as const;
