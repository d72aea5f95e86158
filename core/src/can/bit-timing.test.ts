import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clockTolerance, computeBitTiming, recommendedSamplePoint } from './bit-timing.ts';

describe('the timing of a bit', () => {
  it('16 MHz, 500 kbit/s, 87.5 %: prescaler 2, 13 and 2 quanta (reference file, can-utils)', () => {
    expect(computeBitTiming({ clockHz: 16e6, bitrateBps: 500_000 })).toMatchObject({
      ...{ prescaler: 2, segment1: 13, segment2: 2, samplePoint: 0.875, bitrateBps: 500_000 }
    });
  });
  it.each([
    [{ clockHz: 0, bitrateBps: 500_000 }],
    [{ clockHz: 16e6, bitrateBps: Number.NaN }],
    [{ clockHz: 16e6, bitrateBps: -1 }],
    [{ clockHz: 16e6, bitrateBps: 500_000, samplePoint: 1 }],
    [{ clockHz: 1e6, bitrateBps: 1e6 }],
    [{ clockHz: 16e6, bitrateBps: 100 }]
  ])('%j is none', (asked) => {
    expect(computeBitTiming(asked)).toBeUndefined();
  });
  it('whatever is asked: the parts make the bit, and the rate is the clock through them', () => {
    const clock = fc.integer({ min: 1_000_000, max: 80_000_000 });
    const rate = fc.integer({ min: 5000, max: 1_000_000 });
    fc.assert(
      fc.property(clock, rate, (clockHz, bitrateBps) => {
        const t = computeBitTiming({ clockHz, bitrateBps });
        if (!t) return;
        const quanta = 1 + t.segment1 + t.segment2;
        expect(t.bitrateBps).toBeCloseTo(clockHz / (t.prescaler * quanta), 6);
        expect(t.samplePoint).toBeCloseTo((1 + t.segment1) / quanta, 12);
        expect(Math.abs(t.bitrateBps - bitrateBps) / bitrateBps).toBeLessThanOrEqual(0.05);
        expect(clockTolerance(t)).toBeGreaterThan(0);
        expect(clockTolerance(t)).toBeLessThan(0.02);
      })
    );
  });
  it('slow buses are sampled late, fast ones earlier', () => {
    expect([125_000, 500_000, 800_000, 1_000_000].map(recommendedSamplePoint)).toEqual([
      0.875, 0.875, 0.8, 0.75
    ]);
  });
});
