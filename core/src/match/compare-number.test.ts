import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { normalizeNumber } from '../label/tidy-number.ts';
import { compareNumbers } from './compare-number.ts';

const held = (a: string, b: string) => compareNumbers(normalizeNumber(a), normalizeNumber(b));

describe('numbers as people write them', () => {
  it.each([
    ['0 731 204 418', '0731204418', 'equal'],
    ['0731-204-418', '0731204418', 'equal'],
    ['0731-204-418', '0731\u2013204\u2013418', 'equal'],
    ['0731/204/418', '0731-204-418', 'equal'],
    ['RA-17-0220', 'RA 17 0220', 'equal'],
    // the same characters may be another number when the groups lie elsewhere
    ['12-3', '1-23', 'grouped'],
    ['731204418', '0731204418', 'zero'],
    ['0731204418', '0731204419', 'differs'],
    ['433 MHz', '433MHZ', 'equal'],
    ['433,92 MHz', '433.92MHz', 'equal'],
    ['433.920 MHz', '433.92 MHz', 'equal'],
    ['0.125 MHz', '125 kHz', 'equal'],
    ['433 MHz', '433.92 MHz', 'rounded'],
    ['434 MHz', '433.92 MHz', 'rounded'],
    ['433.92', '433.92 MHz', 'differs'],
    ['433', '433 MHz', 'rounded'],
    ['433 MHz', '315 MHz', 'differs'],
    ['125 kHz', '134.2 kHz', 'differs'],
    ['433.92 MHz', '4339.2 MHz', 'differs'],
    ['433 MHz', '433 kHz', 'differs']
  ])('%s and %s: %s', (a, b, relation) => {
    expect(held(a, b)).toBe(relation);
    expect(held(b, a)).toBe(relation);
  });
  it('is symmetric, equal to itself, and never calls different characters equal', () => {
    const text = fc.stringMatching(/^[0-9A-C./ -]{1,8}(kHz|MHz)?$/);
    fc.assert(
      fc.property(text, text, (a, b) => {
        expect(held(a, b)).toBe(held(b, a));
        expect(held(a, a)).toBe('equal');
        const bare = (t: string) => t.toUpperCase().replaceAll(/[^0-9A-Z]/g, '');
        if (held(a, b) === 'equal' && !/HZ$/.test(bare(a))) expect(bare(a)).toBe(bare(b));
      }),
      { numRuns: 2000 }
    );
  });
});
