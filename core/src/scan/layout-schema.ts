import type { Static } from 'typebox';

const identifier = { type: 'string', pattern: '^0x[0-9A-F]{1,4}$' } as const;
const whole = { type: 'integer', minimum: 1, maximum: 64 } as const;

/** What a unit is taught in its vehicle, and where it tells what it was taught. Identifiers of data and of routines. */
const teaching = {
  type: 'object',
  additionalProperties: false,
  properties: {
    coding: {
      type: 'object',
      additionalProperties: false,
      required: ['did', 'lengthBytes', 'fields'],
      properties: {
        did: identifier,
        lengthBytes: whole,
        /** What its bytes mean, so that two codings can be laid side by side. */
        fields: {
          type: 'array',
          items: {
            type: 'object',
            additionalProperties: false,
            required: ['name', 'at', 'lengthBytes'],
            properties: {
              name: { type: 'string', minLength: 1, maxLength: 60 },
              at: { type: 'integer', minimum: 0, maximum: 63 },
              lengthBytes: whole
            }
          }
        }
      }
    },
    keys: {
      type: 'object',
      additionalProperties: false,
      required: ['countDid', 'addRoutine', 'most'],
      properties: { countDid: identifier, addRoutine: identifier, most: whole }
    },
    remotes: {
      type: 'object',
      additionalProperties: false,
      required: ['frequencyDid', 'countDid', 'learnRoutine'],
      properties: { frequencyDid: identifier, countDid: identifier, learnRoutine: identifier }
    },
    adaptations: {
      type: 'object',
      additionalProperties: false,
      required: ['valuesDid', 'lengthBytes', 'startByte', 'resetRoutine'],
      properties: {
        valuesDid: identifier,
        lengthBytes: whole,
        /** What every value is after the reset. */
        startByte: { type: 'string', pattern: '^0x[0-9A-F]{2}$' },
        resetRoutine: identifier,
        /** Oil or coolant, one byte. Units: degC, 40 more. */
        temperatureDid: identifier
      }
    },
    /** Immobiliser lamp: 0 out, 1 on, 2 flashing. */
    lampDid: identifier
  }
} as const;

/** Where the units of a make answer, open JSON. Source: JSON Schema 2020-12. */
export const layoutSchema = {
  $id: 'urn:upright-badger:vehicle-layout',
  type: 'object',
  additionalProperties: false,
  required: ['id', 'make', 'vinPrefixes', 'carrier', 'units'],
  properties: {
    id: { type: 'string', pattern: '^[a-z][a-z0-9-]*$', maxLength: 40 },
    make: { type: 'string', minLength: 1, maxLength: 80 },
    /** Beginnings of VINs that it is for; the longest that fits wins. */
    vinPrefixes: {
      type: 'array',
      items: { type: 'string', pattern: '^[A-HJ-NPR-Z0-9]{1,11}$' }
    },
    /** How the diagnostic socket speaks: Ethernet (ISO 13400-2) or one CAN pair. */
    carrier: { enum: ['doip', 'can'] },
    bitrateBps: { enum: [125000, 250000, 500000] },
    units: {
      type: 'array',
      minItems: 1,
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['id', 'name', 'kind', 'address'],
        properties: {
          id: { type: 'string', pattern: '^[a-z][a-z0-9-]*$', maxLength: 40 },
          name: { type: 'string', minLength: 1, maxLength: 60 },
          kind: {
            enum: [
              'engine',
              'transmission',
              'body',
              'immobiliser',
              'comfort',
              'brakes',
              'airbag',
              'cluster',
              'doors',
              'gateway',
              'climate',
              'steering',
              'other'
            ]
          },
          /** Logical address (DoIP) or request identifier (CAN). */
          address: { type: 'string', pattern: '^0x[0-9A-F]{1,4}$' },
          responseId: { type: 'string', pattern: '^0x[0-9A-F]{1,4}$' },
          optional: { type: 'boolean' },
          legislated: { type: 'boolean' },
          teaching
        }
      }
    }
  }
} as const;

export type LayoutDocument = Static<typeof layoutSchema>;
