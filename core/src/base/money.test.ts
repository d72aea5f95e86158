import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  add,
  decimal,
  formatDecimal,
  formatExact,
  formatMoney,
  minutesAt,
  multiply,
  parseAmount,
  parseDecimal,
  percentOf,
  toCents
} from './money.ts';

const amount = fc
  .tuple(fc.boolean(), fc.nat(9_999_999), fc.nat(9999))
  .map(
    ([minus, whole, places]) => `${minus ? '-' : ''}${whole}.${String(places).padStart(4, '0')}`
  );

/** An exact fraction, as a twin that knows nothing of decimals. */
const fraction = (text: string) => BigInt(text.replace('.', ''));
/** Cents of numerator / denominator, half away from zero. */
function cents(numerator: bigint, denominator: bigint): string {
  const scaled = numerator * 100n;
  const positive = scaled < 0n ? -scaled : scaled;
  const rounded = (2n * positive + denominator) / (2n * denominator);
  const text = rounded.toString().padStart(3, '0');
  const minus = scaled < 0n && rounded !== 0n ? '-' : '';
  return `${minus}${text.slice(0, -2)}.${text.slice(-2)}`;
}

describe('money is exact and rounded once, as fractions of integers count it', () => {
  it('sums, products, shares and hours', () => {
    fc.assert(
      fc.property(amount, amount, fc.nat(100_000), (a, b, minutes) => {
        const [x, y] = [decimal(a), decimal(b)];
        const [p, q] = [fraction(a), fraction(b)];
        expect(formatDecimal(add(x, y))).toBe(cents(p + q, 10_000n));
        expect(formatDecimal(toCents(multiply(x, y)))).toBe(cents(p * q, 100_000_000n));
        expect(formatDecimal(percentOf(x, y))).toBe(cents(p * q, 10_000_000_000n));
        expect(formatDecimal(minutesAt(minutes, x))).toBe(cents(p * BigInt(minutes), 600_000n));
      }),
      { numRuns: 2000 }
    );
  });
  it('rounds once: what is a hair under the half stays under it', () => {
    // 0.0049995: over four places it would have become 0.0050, and then a cent
    expect(formatDecimal(multiply(decimal('0.0101'), decimal('0.4950')))).toBe('0.00');
    expect(formatDecimal(percentOf(decimal('0.9999'), decimal('0.5')))).toBe('0.00');
    expect(formatDecimal(multiply(decimal('0.5'), decimal('0.01')))).toBe('0.01');
    expect(formatDecimal(multiply(decimal('-0.5'), decimal('0.01')))).toBe('-0.01');
  });
  it('has no error of binary fractions', () => {
    const tenth = decimal('0.1');
    expect(formatDecimal(add(...Array.from({ length: 10 }, () => tenth)))).toBe('1.00');
    expect(formatDecimal(minutesAt(90, decimal('68.00')))).toBe('102.00');
    expect(formatDecimal(minutesAt(125, decimal('68')))).toBe('141.67');
    expect(formatDecimal(minutesAt(0.1, decimal('600')))).toBe('1.00');
  });
  it('takes from programs only what programs write', () => {
    for (const bad of ['', 'x', '1.23456', '1e3', '--1', '1 000', '1,5', ' 1', '9999999999999'])
      expect(parseDecimal(bad), bad).toBeUndefined();
    expect(() => decimal('x')).toThrow(RangeError);
    expect(formatExact(decimal('-0.1250'))).toBe('-0.125');
    expect(formatExact(decimal('68'))).toBe('68');
  });
  it('shows groups of three', () => {
    const shown = (text: string) => formatMoney(decimal(text), 'EUR').replaceAll('\u00a0', ' ');
    expect(shown('1234567.5')).toBe('1 234 567.50 EUR');
    expect(shown('-0.005')).toBe('-0.01 EUR');
    expect(shown('-0.0049')).toBe('0.00 EUR');
  });
});

describe('amounts as people type them', () => {
  it.each([
    ['12', '12'],
    ['12,5', '12.5'],
    ['12.50', '12.5'],
    [' -3 ', '-3'],
    ['0,125', '0.125'],
    ['0.125', '0.125'],
    ['1.234,50', '1234.5'],
    ['1,234.50', '1234.5'],
    ['1 234,50', '1234.5'],
    ['1\u202f234.5', '1234.5'],
    ["1'234.50", '1234.5'],
    ['1’234’567', '1234567'],
    ['1 234', '1234'],
    ['1.234.567', '1234567'],
    ['1,234,567.89', '1234567.89'],
    ['1234,567', '1234.567'],
    ['1234.5', '1234.5'],
    ['12,3456', '12.3456']
  ])('%j is %s, for certain', (typed, value) => {
    const parsed = parseAmount(typed);
    expect(parsed.ok && formatExact(parsed.value)).toBe(value);
  });
  it.each([
    ['1,234', '1234', '1.234'],
    ['1.234', '1.234', '1234'],
    ['-12.500', '-12.500', '-12500'],
    ['999,000', '999.000', '999000']
  ])('%j can be two things: it is asked about', (typed, one, other) => {
    const parsed = parseAmount(typed);
    expect(parsed.ok ? 'ok' : parsed.problem.code).toBe('money.text.unclear');
    const said = parsed.ok ? [] : [parsed.problem.params['one'], parsed.problem.params['other']];
    expect(said.sort()).toEqual([one, other].sort());
  });
  it.each(
    [
      ...['', ' ', '-', '.', ',5', '5,', '1e3', '12 EUR', '1..2', '1,,2', '1.2.3', '12.34.567'],
      ...['1 23', '1,23,456', '0,123,456', '1.234.56', "1.234'567", '--1', '1.23456', '٣'],
      '1234567890123'
    ].map((t) => [t])
  )('%j is no amount', (typed) => {
    const parsed = parseAmount(typed);
    expect(parsed.ok ? formatExact(parsed.value) : parsed.problem.code).toBe('money.text.wrong');
  });
  it('what we show is read back as what it was, or asked about, never as another amount', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -99_999_999_99, max: 99_999_999_99 }),
        fc.constantFrom(' ', '\u00a0', "'", '.', ',', ''),
        fc.constantFrom('.', ','),
        (all, group, point) => {
          if (group === point) return;
          const value = decimal((all / 100).toFixed(2));
          const [whole = '', places = ''] = formatDecimal(value).split('.');
          const typed = `${whole.replaceAll(/\B(?=(\d{3})+(?!\d))/g, group)}${point}${places}`;
          const parsed = parseAmount(typed);
          expect(parsed.ok && formatDecimal(parsed.value), typed).toBe(formatDecimal(value));
        }
      )
    );
  });
});
