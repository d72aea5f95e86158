import Big from 'big.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  add,
  decimal,
  formatDecimal,
  formatMoney,
  minutesAt,
  multiply,
  parseDecimal,
  percentOf,
  toCents
} from './money.ts';

const amount = fc
  .tuple(fc.integer({ min: -9_999_999, max: 9_999_999 }), fc.nat(9999))
  .map(([whole, places]) => `${whole}.${String(places).padStart(4, '0')}`);

describe('money is exact, as an independent package counts it', () => {
  it('sums, products, shares and cents (big.js)', () => {
    fc.assert(
      fc.property(amount, amount, (a, b) => {
        const [x, y] = [decimal(a), decimal(b)];
        const cents = (big: Big) =>
          big.round(4, Big.roundHalfUp).round(2, Big.roundHalfUp).toFixed(2);
        const same = (own: string, big: Big) =>
          expect(own.replace('-0.00', '0.00')).toBe(cents(big).replace('-0.00', '0.00'));
        same(formatDecimal(add(x, y)), new Big(a).plus(b));
        same(formatDecimal(toCents(multiply(x, y))), new Big(a).times(b));
        same(formatDecimal(percentOf(x, y)), new Big(a).times(b).div(100));
      })
    );
  });
  it('has no error of binary fractions', () => {
    const tenth = decimal('0.1');
    expect(formatDecimal(add(...Array.from({ length: 10 }, () => tenth)))).toBe('1.00');
    expect(formatDecimal(minutesAt(90, decimal('68.00')))).toBe('102.00');
    expect(formatDecimal(minutesAt(125, decimal('68')))).toBe('141.67');
  });
  it('reads what people type and refuses the rest', () => {
    expect(formatDecimal(decimal('12,5'))).toBe('12.50');
    expect(formatDecimal(decimal(' -3 '))).toBe('-3.00');
    for (const bad of ['', 'x', '1.23456', '1e3', '--1', '1 000', '9999999999999'])
      expect(parseDecimal(bad), bad).toBeUndefined();
    expect(() => decimal('x')).toThrow(RangeError);
  });
  it('shows groups of three', () => {
    expect(formatMoney(decimal('1234567.5'), 'EUR').replaceAll('\u00a0', ' ')).toBe(
      '1 234 567.50 EUR'
    );
    expect(formatMoney(decimal('-0.005'), 'EUR').replaceAll('\u00a0', ' ')).toBe('-0.01 EUR');
  });
});
