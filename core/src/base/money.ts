import Big from 'big.js';
import { fail, ok, type Result } from './result.ts';

/**
 * Money and factors as exact decimals of any length: nothing is rounded before it is shown or kept. Source: big.js;
 * rounding half away from zero, once, as invoices do (common practice).
 */
export type Decimal = Big;

export const ZERO: Decimal = new Big(0);

/** Rounding at a division only: far behind the last place of any amount. */
const CENTS = 2;

/** The number in a text that a program wrote: digits, a dot, at most four places; undefined for anything else. */
export function parseDecimal(text: string): Decimal | undefined {
  return /^-?\d{1,12}(\.\d{1,4})?$/.test(text) ? new Big(text) : undefined;
}

/** Like {@link parseDecimal} for a text that is known to be one. Throws RangeError otherwise. */
export function decimal(text: string): Decimal {
  const value = parseDecimal(text);
  if (value === undefined) throw new RangeError(`"text" expected a decimal, got ${text}`);
  return value;
}

/** Marks that people put between groups of three. */
const GROUPS = /[ \u00a0\u202f'’]/;

/**
 * An amount as people type it. A separator is understood only where it can be nothing else: the last of two kinds is the
 * decimal one, one that comes twice marks groups, and so does none that is not followed by three digits.
 * Errors: `money.text.wrong`; `money.text.unclear` with both readings when it could be either.
 * Example: `1.234,50` and `1 234.5` are 1234.50, `12,5` is 12.50, `1,234` is asked about.
 */
export function parseAmount(typed: string): Result<Decimal> {
  const text = typed.trim();
  const match = /^(-?)([\d., \u00a0\u202f'’]{1,24})$/.exec(text);
  const body = match?.[2] ?? '';
  if (!/^\d/.test(body) || !/\d$/.test(body)) return fail('money.text.wrong', { text });
  const sign = match?.[1] ?? '';
  const readings = new Set<string>();
  for (const point of ['.', ',', undefined]) {
    const value = readAs(body, point);
    if (value !== undefined) readings.add(value);
  }
  const [first, second] = [...readings].map((r) => sign + r);
  if (first === undefined) return fail('money.text.wrong', { text });
  if (second !== undefined) return fail('money.text.unclear', { text, one: first, other: second });
  const value = parseDecimal(first);
  return value ? ok(value) : fail('money.text.wrong', { text });
}

/** The digits when `point` is the decimal mark and every other mark stands between groups; undefined when that cannot be. */
function readAs(body: string, point: string | undefined): string | undefined {
  const at = point === undefined ? -1 : body.indexOf(point);
  if (point !== undefined && (at < 0 || at !== body.lastIndexOf(point))) return undefined;
  const whole = at < 0 ? body : body.slice(0, at);
  const places = at < 0 ? '' : body.slice(at + 1);
  if (at >= 0 && !/^\d{1,4}$/.test(places)) return undefined;
  const marks = new Set(whole.replaceAll(/\d/g, ''));
  if (marks.size > 1) return undefined;
  const [mark] = marks;
  const groups = mark === undefined ? [whole] : whole.split(mark);
  const [head = '', ...rest] = groups;
  if (mark !== undefined) {
    // three digits in every group but the first, which has one to three and no leading zero
    if (!/^[1-9]\d{0,2}$/.test(head) || !rest.every((g) => /^\d{3}$/.test(g))) return undefined;
    // a blank or an apostrophe is never a decimal mark, so it alone is no doubt
    if (GROUPS.test(mark) && at < 0 && places === '') return groups.join('');
  }
  const digits = groups.join('');
  return places === '' ? digits : `${digits}.${places}`;
}

export function add(...list: readonly Decimal[]): Decimal {
  return list.reduce((sum, v) => sum.plus(v), ZERO);
}

/** Product, exact. */
export function multiply(a: Decimal, b: Decimal): Decimal {
  return a.times(b);
}

/** Share of an amount, exact. Example: 19 percent of 100 is 19. */
export function percentOf(amount: Decimal, percent: Decimal): Decimal {
  return amount.times(percent).times('0.01');
}

/** Rounded to cents, half away from zero. */
export function toCents(value: Decimal): Decimal {
  return value.round(CENTS, Big.roundHalfUp);
}

/** Minutes at a rate by the hour, to the twenty places of a division. */
export function minutesAt(minutes: number, hourlyRate: Decimal): Decimal {
  return hourlyRate.times(minutes).div(60);
}

/** With exactly two places. Example: `1234.50`. */
export function formatDecimal(value: Decimal): string {
  const text = toCents(value).toFixed(CENTS);
  return text === '-0.00' ? '0.00' : text;
}

/** With every place that it has, at most four. Example: `0.125`. */
export function formatExact(value: Decimal): string {
  return value.round(4, Big.roundHalfUp).toFixed();
}

/** For people: groups of three with a no-break space, and the currency. Example: `1 234.50 EUR`. */
export function formatMoney(value: Decimal, currency: string): string {
  const [whole = '', cents = ''] = formatDecimal(value).split('.');
  return `${whole.replaceAll(/\B(?=(\d{3})+(?!\d))/g, '\u00a0')}.${cents}\u00a0${currency}`;
}
