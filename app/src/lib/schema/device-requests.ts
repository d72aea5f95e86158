import { host, port } from './shapes.ts';

export const supplyAt = {
  $id: 'urn:upright-badger:supply-at',
  type: 'object',
  additionalProperties: false,
  required: ['host', 'port'],
  properties: { host, port }
} as const;

/** A supply by its address in the place of the station's; null gives it its own back. */
export const ownSupply = {
  $id: 'urn:upright-badger:own-supply',
  type: 'object',
  additionalProperties: false,
  required: ['supply'],
  properties: {
    supply: {
      anyOf: [
        { type: 'null' },
        {
          type: 'object',
          additionalProperties: false,
          required: ['host', 'port', 'ratedMa'],
          properties: {
            host,
            port,
            /** Units: mA. */
            ratedMa: { type: 'integer', minimum: 100, maximum: 500000 }
          }
        }
      ]
    }
  }
} as const;
