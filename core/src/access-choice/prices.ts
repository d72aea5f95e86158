import type { Static } from 'typebox';
import { formatExact, parseAmount } from '../base/money.ts';
import { fail, ok, type Result } from '../base/result.ts';

/** As people type it: what it means is said by `parseAmount`; kept as exact decimal text with a dot. */
const money = { type: 'string', pattern: "^[\\d., \u00a0\u202f'’]{0,20}$" } as const;
const count = { type: 'integer', minimum: 0, maximum: 100_000 } as const;

/** The shop's prices. Money as exact decimal text; empty where the shop has not set it. */
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
      maxProperties: 500,
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

/** A shop that has set nothing yet. */
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

const MONEY = ['hourlyRate', 'taxPercent', 'creditPrice', 'sealing', 'soldering'] as const;
const FAMILY_MONEY = ['donor', 'newUnit', 'sendAway'] as const;

/**
 * The same prices with every amount as exact decimal text. Errors: `money.text.wrong`, `money.text.unclear`, with the field.
 * Example: an hourly rate typed as `68,5` is kept as `68.5`.
 */
export function tidyPrices(prices: Prices): Result<Prices> {
  const problems: ReturnType<typeof fail>[] = [];
  const tidied = mapMoney(prices, (text, field) => {
    const tidy = tidyAmount(text);
    if (tidy.ok) return tidy.value;
    problems.push(fail(tidy.problem.code, { ...tidy.problem.params, field }));
    return '';
  });
  return problems[0] ?? ok(tidied);
}

/** Prices that were kept: what cannot be understood for certain counts as a price that nobody has set. */
export function readPrices(prices: Prices): Prices {
  return mapMoney(prices, (text) => {
    const tidy = tidyAmount(text);
    return tidy.ok ? tidy.value : '';
  });
}

function tidyAmount(text: string): Result<string> {
  if (text.trim() === '') return ok('');
  const amount = parseAmount(text);
  return amount.ok ? ok(formatExact(amount.value)) : amount;
}

function mapMoney(prices: Prices, each: (text: string, field: string) => string): Prices {
  return {
    ...prices,
    ...Object.fromEntries(MONEY.map((id) => [id, each(prices[id], id)])),
    families: Object.fromEntries(
      Object.entries(prices.families).map(([family, own]) => [
        family,
        {
          ...own,
          ...Object.fromEntries(FAMILY_MONEY.map((id) => [id, each(own[id], `${family} ${id}`)]))
        }
      ])
    )
  };
}
