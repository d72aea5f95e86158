import type { Static } from 'typebox';

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
          legislated: { type: 'boolean' }
        }
      }
    }
  }
} as const;

export type LayoutDocument = Static<typeof layoutSchema>;
