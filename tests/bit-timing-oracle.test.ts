// Bit timing against can-calc-bit-timing of can-utils, over clocks and rates that controllers have.
import { execFileSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';
import { computeBitTiming } from '@badger/core/can/bit-timing';

interface Told {
  readonly bitrate: number;
  readonly samplePoint: number;
  readonly prescaler: number;
  readonly before: number;
  readonly after: number;
}

/** One row of the tool; undefined where it finds none. */
function ask(clockHz: number, bitrateBps: number): Told | undefined {
  const args = ['-q', '-c', String(clockHz), '-b', String(bitrateBps), 'sja1000'];
  const row = execFileSync('can-calc-bit-timing', args, { encoding: 'utf8' })
    .split('\n')
    .map((l) => l.trim().split(/\s+/))
    .find((cells) => cells[0] === String(bitrateBps) && cells.length > 9);
  if (!row) return undefined;
  const [, , prop, phase1, phase2, , prescaler, real] = row.map(Number);
  const sample = row.filter((c) => c.endsWith('%'))[2];
  return {
    ...{ bitrate: real as number, prescaler: prescaler as number },
    samplePoint: Number.parseFloat(sample ?? '') / 100,
    before: (prop as number) + (phase1 as number),
    after: phase2 as number
  };
}

const CLOCKS = [8e6, 12e6, 16e6, 20e6, 24e6, 40e6, 48e6, 80e6];
const RATES = [
  20_000, 33_333, 50_000, 83_333, 95_238, 100_000, 125_000, 250_000, 500_000, 800_000, 1_000_000
];

describe('against can-calc-bit-timing', () => {
  const cases = CLOCKS.flatMap((clock) => RATES.map((rate) => [clock, rate] as const));
  const told = cases.map(([clock, rate]) => ({ clock, rate, told: ask(clock, rate) }));

  it('it knows most of them', () => {
    expect(told.filter((t) => t.told).length).toBeGreaterThan(60);
  });
  it('our rate is never further off, and where it is the same our sample is never further off', () => {
    for (const { clock, rate, told: other } of told) {
      if (!other) continue;
      const own = computeBitTiming({ clockHz: clock, bitrateBps: rate });
      const where = `${clock} Hz, ${rate} bit/s`;
      expect(own, where).toBeDefined();
      const wanted = rate > 800_000 ? 0.75 : rate > 500_000 ? 0.8 : 0.875;
      const off = Math.abs((own?.bitrateBps ?? 0) - rate);
      expect(off, where).toBeLessThanOrEqual(Math.abs(other.bitrate - rate) + 1);
      if (Math.abs((own?.bitrateBps ?? 0) - other.bitrate) < 1)
        expect(Math.abs((own?.samplePoint ?? 0) - wanted), where).toBeLessThanOrEqual(
          Math.abs(other.samplePoint - wanted) + 0.0006
        );
    }
  });
  it('where rate and sample are met exactly, the parts are the same', () => {
    const exact = told.filter(
      ({ rate, told: t }) =>
        t !== undefined && t.bitrate === rate && [0.75, 0.8, 0.875].includes(t.samplePoint)
    );
    expect(exact.length).toBeGreaterThan(20);
    for (const { clock, rate, told: other } of exact) {
      const own = computeBitTiming({ clockHz: clock, bitrateBps: rate });
      expect([own?.prescaler, own?.segment1, own?.segment2], `${clock} ${rate}`).toEqual([
        ...[other?.prescaler, other?.before, other?.after]
      ]);
    }
  });
});
