import {
  add,
  decimal,
  formatDecimal,
  parseDecimal,
  percentOf,
  toCents,
  ZERO
} from '../base/money.ts';
import { fail, ok, type Result } from '../base/result.ts';
import type { Prices } from './prices.ts';

/** One line of a quote; the amount is exact decimal text with two places. */
export interface QuoteLine {
  readonly text: string;
  readonly amount: string;
  /** Of work, as it was foreseen. Units: minutes. */
  readonly minutes?: number;
}

export interface QuoteSums {
  readonly lines: readonly QuoteLine[];
  readonly currency: string;
  readonly net: string;
  readonly taxPercent: string;
  readonly tax: string;
  readonly total: string;
}

const MOST_LINES = 40;

/**
 * Sums of a quote: every line rounded to cents first, the tax once on the net sum.
 * Errors: `quote.line.amount` (no decimal), `quote.line.none`, `quote.line.many`, `quote.tax.unset`.
 * Example: 102.00 and 140.00 at 19 percent are 242.00 net, 45.98 tax, 287.98 in all.
 */
export function buildQuote(lines: readonly QuoteLine[], prices: Prices): Result<QuoteSums> {
  if (lines.length === 0) return fail('quote.line.none');
  if (lines.length > MOST_LINES) return fail('quote.line.many', { most: MOST_LINES });
  const percent = parseDecimal(prices.taxPercent);
  if (percent === undefined) return fail('quote.tax.unset');
  const rounded: QuoteLine[] = [];
  for (const [i, line] of lines.entries()) {
    const amount = parseDecimal(line.amount);
    if (amount === undefined || line.text.trim() === '')
      return fail('quote.line.amount', { line: i + 1 });
    const { minutes } = line;
    rounded.push({
      ...{ text: line.text.trim(), amount: formatDecimal(toCents(amount)) },
      ...(minutes === undefined ? {} : { minutes })
    });
  }
  const net = rounded.reduce((sum, l) => add(sum, decimal(l.amount)), ZERO);
  const tax = toCents(percentOf(net, percent));
  return ok({
    lines: rounded,
    currency: prices.currency,
    net: formatDecimal(net),
    taxPercent: prices.taxPercent,
    tax: formatDecimal(tax),
    total: formatDecimal(add(net, tax))
  });
}
