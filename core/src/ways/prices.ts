import type { Static } from 'typebox';

const money = { type: 'string', pattern: '^(\\d{1,9}([.,]\\d{1,4})?)?$' } as const;
const count = { type: 'integer', minimum: 0, maximum: 100_000 } as const;

/** The house's prices. Money as exact decimal text; empty where the house has not set it. */
export const pricesSchema = {
  $id: 'urn:upright-badger:prices',
  type: 'object',
  additionalProperties: false,
  required: [
    ...['currency', 'hourlyRate', 'taxPercent', 'creditPrice', 'creditsLeft', 'validDays'],
    ...['sealing', 'soldering', 'families']
  ],
  properties: {
    currency: { type: 'string', pattern: '^[A-Z]{3}$' },
    hourlyRate: money,
    taxPercent: money,
    /** One paid step of a server. */
    creditPrice: money,
    creditsLeft: count,
    validDays: { type: 'integer', minimum: 1, maximum: 365 },
    /** Sealing and cleaning of an opened case; solder, flux and pads. */
    sealing: money,
    soldering: money,
    families: {
      type: 'object',
      propertyNames: { pattern: '^[A-Z]{2}-[A-Z0-9]{3}$' },
      additionalProperties: {
        type: 'object',
        additionalProperties: false,
        required: ['donor', 'newUnit', 'sendAway', 'sendAwayDays'],
        properties: { donor: money, newUnit: money, sendAway: money, sendAwayDays: count }
      }
    }
  }
} as const;

export type Prices = Static<typeof pricesSchema>;

/** A house that has set nothing yet. */
export const NO_PRICES: Prices = {
  currency: 'EUR',
  hourlyRate: '',
  taxPercent: '',
  creditPrice: '',
  creditsLeft: 0,
  validDays: 14,
  sealing: '',
  soldering: '',
  families: {}
};
