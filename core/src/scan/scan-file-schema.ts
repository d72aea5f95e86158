import type { Static } from 'typebox';
import { layoutSchema } from './layout-schema.ts';

/** First line of what this application writes, so that it knows its own files again. */
export const SCAN_FORMAT = 'upright-badger-scan/1';

const text = (maxLength: number) => ({ type: 'string', maxLength }) as const;
const byte = { type: ['integer', 'null'], minimum: 0, maximum: 255 } as const;

/** A scan as this application writes it. Source: JSON Schema 2020-12. */
export const scanFileSchema = {
  $id: 'urn:upright-badger:scan-file',
  type: 'object',
  additionalProperties: false,
  required: ['format', 'name', 'vin', 'batteryMv', 'endedAt', 'units'],
  properties: {
    format: { const: SCAN_FORMAT },
    name: text(200),
    vin: { type: ['string', 'null'], maxLength: 40 },
    batteryMv: { type: ['integer', 'null'], minimum: 0, maximum: 60000 },
    endedAt: { type: 'string', pattern: '^[0-9]{4}-[0-9]{2}-[0-9]{2}T[0-9:.]{8,15}Z$' },
    units: {
      type: 'array',
      minItems: 1,
      maxItems: 200,
      items: {
        type: 'object',
        additionalProperties: false,
        required: [
          'id',
          'name',
          'kind',
          'address',
          'optional',
          'state',
          'identification',
          'faultMemory',
          'problem',
          'tookMs',
          'faults'
        ],
        properties: {
          id: { type: 'string', minLength: 1, maxLength: 60 },
          name: text(60),
          kind: layoutSchema.properties.units.items.properties.kind,
          address: { type: 'integer', minimum: 0, maximum: 0x1fffffff },
          optional: { type: 'boolean' },
          state: { enum: ['talks', 'badly', 'silent', 'absent', 'unasked'] },
          identification: {
            type: 'object',
            maxProperties: 20,
            propertyNames: { pattern: '^[a-z][a-z-]{0,40}$' },
            additionalProperties: text(200)
          },
          faultMemory: { enum: ['read', 'unread', null] },
          problem: { type: ['string', 'null'], maxLength: 80 },
          tookMs: { type: 'number', minimum: 0, maximum: 86400000 },
          faults: {
            type: 'array',
            maxItems: 2000,
            items: {
              type: 'object',
              additionalProperties: false,
              required: ['code', 'failureType', 'status', 'list', 'text'],
              properties: {
                code: { type: 'string', pattern: '^[PCBU][0-3][0-9A-F]{3}$' },
                failureType: byte,
                status: byte,
                list: { enum: ['stored', 'pending', 'permanent', null] },
                text: { type: ['string', 'null'], maxLength: 200 }
              }
            }
          }
        }
      }
    }
  }
} as const;

export type ScanFileDocument = Static<typeof scanFileSchema>;
