/**
 * Money and factors as exact decimals. Shape: a bigint that counts ten-thousandths; text has a dot and no group marks.
 * Source: decimal fixed point; rounding half away from zero, as invoices do (common practice).
 */
export type Decimal = bigint & { readonly __decimal: true };

const PLACES = 4;
const ONE = 10_000n;

const make = (value: bigint) => value as Decimal;
export const ZERO = make(0n);

/**
 * The number in a text such as `12`, `12.5`, `12,50` or `-0.0001`; undefined for anything else and for more than four
 * places. Example: `parseDecimal('68.00')`.
 */
export function parseDecimal(text: string): Decimal | undefined {
  const match = /^\s*(-?)(\d{1,12})(?:[.,](\d{1,4}))?\s*$/.exec(text);
  if (!match) return undefined;
  const [, sign, whole, places = ''] = match;
  const value = BigInt(whole as string) * ONE + BigInt(places.padEnd(PLACES, '0'));
  return make(sign === '-' ? -value : value);
}

/** Like {@link parseDecimal} for a text that the program itself wrote. Throws RangeError otherwise. */
export function decimal(text: string): Decimal {
  const value = parseDecimal(text);
  if (value === undefined) throw new RangeError(`"text" expected a decimal, got ${text}`);
  return value;
}

export function add(...list: readonly Decimal[]): Decimal {
  return make(list.reduce((sum: bigint, v) => sum + v, 0n));
}

/** Product, rounded to four places half away from zero. */
export function multiply(a: Decimal, b: Decimal): Decimal {
  return make(divideRound(a * b, ONE));
}

/** Share of an amount. Example: 19 percent of 100 is 19. */
export function percentOf(amount: Decimal, percent: Decimal): Decimal {
  return make(divideRound(amount * percent, ONE * 100n));
}

/** Rounded to cents, as a line of a quote is. */
export function toCents(value: Decimal): Decimal {
  return make(divideRound(value, 100n) * 100n);
}

/** Minutes at a rate by the hour. */
export function minutesAt(minutes: number, hourlyRate: Decimal): Decimal {
  const scaled = make(BigInt(Math.round(minutes * 10_000)));
  return make(divideRound(scaled * hourlyRate, ONE * 60n));
}

/** With exactly two places. Example: `1234.50`. */
export function formatDecimal(value: Decimal): string {
  const cents = divideRound(value, 100n);
  const positive = cents < 0n ? -cents : cents;
  const text = positive.toString().padStart(3, '0');
  return `${cents < 0n ? '-' : ''}${text.slice(0, -2)}.${text.slice(-2)}`;
}

/** For people: groups of three with a no-break space, and the currency. Example: `1 234.50 EUR`. */
export function formatMoney(value: Decimal, currency: string): string {
  const [whole = '', cents = ''] = formatDecimal(value).split('.');
  return `${whole.replaceAll(/\B(?=(\d{3})+(?!\d))/g, '\u00a0')}.${cents}\u00a0${currency}`;
}

function divideRound(value: bigint, by: bigint): bigint {
  const half = by / 2n;
  return value >= 0n ? (value + half) / by : -((-value + half) / by);
}
