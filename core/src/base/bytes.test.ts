import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  concatBytes,
  encodeAscii,
  encodeUintBe,
  equalBytes,
  findMismatch,
  formatAscii,
  formatHex,
  parseHex,
  readUintBe,
  readUintLe
} from './bytes.ts';

describe('bytes', () => {
  it('turns bytes to hex and back', () => {
    fc.assert(
      fc.property(fc.uint8Array(), (bytes) => {
        expect(parseHex(formatHex(bytes))).toEqual(bytes);
        expect(parseHex(formatHex(bytes, ' ').toLowerCase())).toEqual(bytes);
      })
    );
  });
  it('refuses hex of odd length or with other letters', () => {
    expect(parseHex('123')).toBeUndefined();
    expect(parseHex('0G')).toBeUndefined();
  });
  it('reads both byte orders and writes the big one, up to 2^48', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 6 }), fc.nat(), (width, seed) => {
        const value = seed % 256 ** width;
        const bytes = encodeUintBe(value, width);
        expect(readUintBe(bytes, 0, width)).toBe(value);
        expect(readUintLe(bytes.toReversed(), 0, width)).toBe(value);
      })
    );
    expect(encodeUintBe(0x80000000, 4)).toEqual(Uint8Array.of(0x80, 0, 0, 0));
    expect(readUintBe(Uint8Array.of(0xff, 0xff, 0xff, 0xff), 0, 4)).toBe(0xffffffff);
  });
  it('throws for what cannot be: a value too large, an offset outside', () => {
    expect(() => encodeUintBe(256, 1)).toThrow(RangeError);
    expect(() => encodeUintBe(-1, 1)).toThrow(RangeError);
    expect(() => readUintBe(new Uint8Array(3), 0, 4)).toThrow(RangeError);
    expect(() => readUintBe(new Uint8Array(9), 0, 7)).toThrow(RangeError);
    expect(() => encodeAscii('é')).toThrow(RangeError);
  });
  it('finds the first difference as a slow search does, whatever the alignment', () => {
    const slow = (a: Uint8Array, b: Uint8Array, from: number, to: number) => {
      for (let i = from; i < to; i++) if (a[i] !== b[i]) return i;
      return to;
    };
    fc.assert(
      fc.property(
        fc.uint8Array({ minLength: 1, maxLength: 100 }),
        fc.array(fc.nat(99), { maxLength: 3 }),
        fc.nat(15),
        fc.nat(15),
        (bytes, flips, shiftA, shiftB) => {
          const a = new Uint8Array(bytes.length + shiftA).subarray(shiftA);
          const b = new Uint8Array(bytes.length + shiftB).subarray(shiftB);
          a.set(bytes);
          b.set(bytes);
          for (const f of flips) if (f < b.length) b[f] = (b[f] as number) ^ 1;
          const from = Math.min(shiftA, bytes.length - 1);
          expect(findMismatch(a, b, from, bytes.length)).toBe(slow(a, b, from, bytes.length));
          expect(equalBytes(a, b)).toBe(slow(a, b, 0, bytes.length) === bytes.length);
        }
      )
    );
  });
  it('joins, shows and encodes text', () => {
    expect(concatBytes([Uint8Array.of(1), new Uint8Array(0), Uint8Array.of(2, 3)])).toEqual(
      Uint8Array.of(1, 2, 3)
    );
    expect(formatAscii(Uint8Array.of(0x41, 0x00, 0x7f, 0x7e))).toBe('A..~');
    expect(encodeAscii('A1')).toEqual(Uint8Array.of(0x41, 0x31));
  });
});
