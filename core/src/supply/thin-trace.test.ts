import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { thinTrace, type TracePoint } from './thin-trace.ts';

const point = (atMs: number, ma: number, mv = 12_000): TracePoint => ({ atMs, ma, mv });
const long = (count: number) => Array.from({ length: count }, (_, i) => point(i * 100, 1000));

describe('a long trace of a supply', () => {
  it('eight hours at 10 Hz: one reading of 10 A and one of 3 V are still there', () => {
    const points = long(288_000);
    points[123_457] = point(12_345_700, 10_000);
    points[222_221] = point(22_222_100, 1000, 3000);
    const thinned = thinTrace(points, 1200);
    expect(thinned.length).toBeLessThanOrEqual(1200);
    expect(thinned).toContain(points[123_457]);
    expect(thinned).toContain(points[222_221]);
    expect([thinned[0], thinned.at(-1)]).toEqual([points[0], points.at(-1)]);
  });
  it('whatever it holds: no peak is lost, nothing is invented, the order stays', () => {
    const any = fc.array(fc.tuple(fc.nat(9999), fc.nat(9999)), { minLength: 1, maxLength: 400 });
    fc.assert(
      fc.property(any, fc.integer({ min: 12, max: 120 }), (list, most) => {
        const points = list.map(([ma, mv], i) => point(i, ma, mv));
        const thinned = thinTrace(points, most);
        expect(thinned.length).toBeLessThanOrEqual(Math.max(most, 0));
        const ends = (all: readonly TracePoint[]) => [
          ...[Math.min(...all.map((p) => p.ma)), Math.max(...all.map((p) => p.ma))],
          ...[Math.min(...all.map((p) => p.mv)), Math.max(...all.map((p) => p.mv))]
        ];
        expect(ends(thinned)).toEqual(ends(points));
        expect(thinned.every((p) => points.includes(p))).toBe(true);
        expect(thinned.every((p, i) => i === 0 || p.atMs > (thinned[i - 1]?.atMs ?? 0))).toBe(true);
        expect([thinned[0], thinned.at(-1)]).toEqual([points[0], points.at(-1)]);
      })
    );
  });
  it('a short one stays as it is, none stays none, and too few to keep a peak are refused', () => {
    const points = long(12);
    expect(thinTrace(points, 12)).toBe(points);
    expect(thinTrace([], 12)).toEqual([]);
    expect(() => thinTrace(points, 11)).toThrow(RangeError);
    expect(() => thinTrace(points, Number.NaN)).toThrow(RangeError);
  });
});
