import type { Static } from 'typebox';

const address = { type: 'string', pattern: '^0x[0-9A-F]{1,8}$' } as const;
const length = { type: 'integer', minimum: 1, maximum: 67108864 } as const;
const name = { type: 'string', minLength: 1, maxLength: 80 } as const;
const id = { type: 'string', pattern: '^[a-z][a-z0-9-]*$', maxLength: 40 } as const;

const region = {
  type: 'object',
  additionalProperties: false,
  required: ['id', 'name', 'address', 'lengthBytes', 'readBytesPerSecond', 'writeBytesPerSecond'],
  properties: {
    id,
    name,
    address,
    lengthBytes: length,
    /** Smallest piece that can be erased; absent where the memory is written byte by byte. */
    eraseBlockBytes: length,
    readBytesPerSecond: { type: 'number', exclusiveMinimum: 0 },
    writeBytesPerSecond: { type: 'number', exclusiveMinimum: 0 }
  }
} as const;

const identityField = {
  type: 'object',
  additionalProperties: false,
  required: ['id', 'name', 'lengthBytes'],
  properties: {
    id,
    name,
    lengthBytes: { type: 'integer', minimum: 1, maximum: 64 },
    /** Data identifier under which the unit reports it (ISO 14229-1), as hex. */
    did: { type: 'string', pattern: '^[0-9A-F]{4}$' },
    /** Where it lies in the dump, with every copy. */
    stored: {
      type: 'object',
      additionalProperties: false,
      required: ['region', 'offsets'],
      properties: { region: id, offsets: { type: 'array', minItems: 1, items: address } }
    },
    /** What a donor must do: be equal, or it does not matter. */
    match: { enum: ['equal', 'ignore'] }
  }
} as const;

const way = {
  type: 'object',
  additionalProperties: false,
  required: ['kind', 'name', 'steps'],
  properties: {
    kind: { enum: ['boot', 'bench', 'obd', 'clip', 'lifted', 'pads'] },
    name,
    /** Told to the technician in this order. */
    steps: { type: 'array', items: { type: 'string', minLength: 1 } },
    /** The pad that has to be held while the supply is switched on. */
    holdPad: { type: 'string' },
    supply: {
      type: 'object',
      additionalProperties: false,
      required: ['voltageMinMv', 'voltageMaxMv', 'limitMinMa', 'limitMaxMa'],
      properties: {
        voltageMinMv: { type: 'integer' },
        voltageMaxMv: { type: 'integer' },
        limitMinMa: { type: 'integer' },
        limitMaxMa: { type: 'integer' }
      }
    },
    /** Current that a sound unit draws, by state. */
    draw: {
      type: 'array',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['state', 'minMa', 'maxMa'],
        properties: {
          state: { enum: ['idle', 'boot', 'reading', 'writing'] },
          minMa: { type: 'integer' },
          maxMa: { type: 'integer' }
        }
      }
    },
    can: {
      type: 'object',
      additionalProperties: false,
      required: [
        'bitrateBps',
        'requestId',
        'responseId',
        'securityLevel',
        'keyAlgorithm',
        'keyConstant'
      ],
      properties: {
        bitrateBps: { enum: [125000, 250000, 500000] },
        requestId: address,
        responseId: address,
        securityLevel: { type: 'integer', minimum: 1, maximum: 125 },
        keyAlgorithm: { enum: ['tidemark'] },
        keyConstant: { type: 'string', pattern: '^[0-9A-F]{8}$' },
        chipIdDid: { type: 'string', pattern: '^[0-9A-F]{4}$' },
        familyDid: { type: 'string', pattern: '^[0-9A-F]{4}$' }
      }
    }
  }
} as const;

const checksum = {
  type: 'object',
  additionalProperties: false,
  required: ['id', 'region', 'kind', 'start', 'end', 'storedAt', 'littleEndian'],
  properties: {
    id,
    region: id,
    kind: { enum: ['crc32', 'sum16'] },
    start: address,
    end: address,
    storedAt: address,
    littleEndian: { type: 'boolean' }
  }
} as const;

/** How a number on the unit's label looks, and which ones are known to belong to the family. */
const label = {
  type: 'object',
  additionalProperties: false,
  required: ['id', 'name', 'pattern', 'examples'],
  properties: {
    id: {
      enum: [
        'hardware-number',
        'software-number',
        'service-number',
        'radio-approval',
        'frequency',
        'date'
      ]
    },
    name,
    /** Anchored, over capitals without blanks. */
    pattern: { type: 'string', pattern: '^\\^[^\\s]{1,100}\\$$' },
    examples: { type: 'array', minItems: 1, items: { type: 'string', minLength: 1 } },
    known: { type: 'array', items: { type: 'string', minLength: 1 } }
  }
} as const;

/** Module family profile, open JSON. Source: JSON Schema 2020-12. */
export const profileSchema = {
  $id: 'urn:upright-badger:profile',
  type: 'object',
  additionalProperties: false,
  required: ['id', 'version', 'make', 'kind', 'title', 'regions', 'writeOrder', 'school', 'ways'],
  properties: {
    id: { type: 'string', pattern: '^[A-Z]{2}-[A-Z0-9]{3}$' },
    version: { type: 'integer', minimum: 1 },
    make: name,
    kind: {
      enum: [
        'engine',
        'transmission',
        'engine-transmission',
        'body',
        'comfort',
        'immobiliser',
        'key-unit'
      ]
    },
    title: name,
    notes: { type: 'array', items: { type: 'string' } },
    chipMarkings: { type: 'array', items: { type: 'string' } },
    labels: { type: 'array', items: label },
    regions: { type: 'array', minItems: 1, items: region },
    writeOrder: { type: 'array', minItems: 1, items: id },
    school: { enum: ['whole-image', 'merge', 'memory-chip', 'supplied-file', 'none'] },
    identity: { type: 'array', items: identityField },
    checksums: { type: 'array', items: checksum },
    ways: { type: 'array', minItems: 1, items: way },
    /** The unit holds immobiliser or security data: work on it needs recorded authority. */
    securityData: { type: 'boolean' },
    /** Faults that a sound unit stores when it lies alone on a bench. */
    expectedBenchFaults: {
      type: 'array',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['code'],
        properties: {
          /** Whole code or its beginning. */
          code: { type: 'string', pattern: '^[PCBU][0-3][0-9A-F]{0,3}$' },
          failureTypes: {
            type: 'array',
            items: { type: 'string', pattern: '^[0-9A-F]{2}$' }
          }
        }
      }
    }
  }
} as const;

export type ProfileDocument = Static<typeof profileSchema>;
