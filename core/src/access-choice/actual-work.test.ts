import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compareMoney, sumWork } from './actual-work.ts';

const at = (minute: number) => new Date(Date.UTC(2026, 10, 25, 8, minute));

describe('the time that was worked', () => {
  it('counts two things at once once, and says when something has not ended', () => {
    const span = (from: number, to?: number) => ({
      start: at(from),
      end: to === undefined ? undefined : at(to)
    });
    expect(sumWork([], at(0))).toBeUndefined();
    expect(sumWork([span(0, 30), span(20, 50), span(60, 70)], at(99))).toEqual({
      ...{ minutes: 60, running: false }
    });
    expect(sumWork([span(0)], at(25))).toEqual({ minutes: 25, running: true });
    expect(sumWork([span(30, 10)], at(99))).toEqual({ minutes: 0, running: false });
  });
  it('is the number of minutes in which anything was done', () => {
    const spans = fc.array(fc.tuple(fc.nat(200), fc.nat(60)), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(spans, (list) => {
        const minutes = new Set(
          list.flatMap(([from, length]) => Array.from({ length }, (_, i) => from + i))
        );
        const told = sumWork(
          list.map(([from, length]) => ({ start: at(from), end: at(from + length) })),
          at(999)
        );
        expect(told?.minutes).toBe(minutes.size);
      })
    );
  });
});

describe('a quote against what it came to', () => {
  const lines = [
    { text: 'Work', amount: '102.00', minutes: 90 },
    { text: 'Used unit', amount: '140.00' }
  ];
  it('work by the time that was kept, everything else as quoted', () => {
    expect(compareMoney(lines, { minutes: 120, running: false }, '68.00')).toMatchObject({
      lines: [{ actual: '136.00', actualMinutes: 120 }, { actual: '140.00' }],
      ...{ quotedNet: '242.00', actualNet: '276.00', difference: '34.00' }
    });
    expect(compareMoney(lines, { minutes: 60, running: false }, '68.00').difference).toBe('-34.00');
  });
  it('is unknown where no time was kept or the shop has no rate', () => {
    expect(compareMoney(lines, undefined, '68.00').actualNet).toBeUndefined();
    const none = [{ text: 'Work', amount: '0.00', minutes: 0 }];
    expect(compareMoney(none, { minutes: 1, running: false }, '').actualNet).toBeUndefined();
    expect(compareMoney(none, { minutes: 60, running: false }, '68.00').actualNet).toBe('68.00');
    // at the rate that was quoted, whatever the shop asks since
    expect(compareMoney(lines, { minutes: 120, running: false }, '99.00').actualNet).toBe('276.00');
    expect(compareMoney(lines.slice(1), undefined, '').actualNet).toBe('140.00');
  });
});
