import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compareImages } from './compare.ts';

describe('compareImages', () => {
  it('counts as a slow comparison does and covers every difference with a range', () => {
    fc.assert(
      fc.property(
        fc.uint8Array({ minLength: 1, maxLength: 400 }),
        fc.array(fc.tuple(fc.nat(399), fc.integer({ min: 1, max: 255 })), { maxLength: 20 }),
        (a, changes) => {
          const b = a.slice();
          for (const [at, mask] of changes) if (at < b.length) b[at] = (b[at] as number) ^ mask;
          const result = compareImages(a, b);
          const places = [...a.keys()].filter((i) => a[i] !== b[i]);
          expect(result.differingBytes).toBe(places.length);
          expect(places.every((p) => result.ranges.some((r) => p >= r.start && p < r.end))).toBe(
            true
          );
          for (const r of result.ranges) {
            expect(a[r.start]).not.toBe(b[r.start]);
            expect(a[r.end - 1]).not.toBe(b[r.end - 1]);
          }
        }
      )
    );
  });
  it('tells lost bits from gained ones', () => {
    const result = compareImages(Uint8Array.of(0xff, 0x00, 7), Uint8Array.of(0xf0, 0x01, 7));
    expect(result).toMatchObject({ differingBytes: 2, bitsLost: 4, bitsGained: 1 });
  });
  it('joins neighbours within the gap and keeps far ones apart', () => {
    const a = new Uint8Array(100);
    const b = a.slice();
    b[10] = b[20] = b[60] = 1;
    expect(compareImages(a, b).ranges).toEqual([
      { start: 10, end: 21 },
      { start: 60, end: 61 }
    ]);
  });
  it('cuts the list at its limit but not the count', () => {
    const a = new Uint8Array(4000);
    const b = a.map((_, i) => (i % 40 === 0 ? 1 : 0));
    const result = compareImages(a, b, { maxRanges: 5 });
    expect(result).toMatchObject({ differingBytes: 100, cut: true });
    expect(result.ranges).toHaveLength(5);
  });
  it('refuses images of different length', () => {
    expect(() => compareImages(new Uint8Array(1), new Uint8Array(2))).toThrow(RangeError);
  });
});
