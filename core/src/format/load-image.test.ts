import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { encodeAscii, formatHex, parseHex } from '../base/bytes.ts';
import { imageOf } from '../image/image.ts';
import { detectFormat } from './detect-format.ts';
import { writeIntelHex } from './intel-hex.ts';
import { loadImage } from './load-image.ts';
import { writeSRecord } from './s-record.ts';
import { joinSet, splitSet } from './split-set.ts';

const bytes = fc.uint8Array({ minLength: 1, maxLength: 400 });
const at = (start: number, data: Uint8Array) =>
  imageOf([{ range: { start, end: start + data.length }, bytes: data, origin: 'made' }]);

describe('detectFormat', () => {
  it('knows what we write, whatever it holds', () => {
    fc.assert(
      fc.property(bytes, fc.nat({ max: 60_000 }), (data, start) => {
        const hex = writeIntelHex(at(start, data));
        const s = writeSRecord(at(start, data), { kind: 's28', header: 'HDR' });
        expect(hex.ok && detectFormat(hex.value)).toBe('intel-hex');
        expect(s.ok && detectFormat(s.value)).toBe('s-record');
      })
    );
  });
  it.each([
    ['', 'binary'],
    [':00000001FF', 'intel-hex'],
    ['; remark of a tool\n:0100000001FE', 'intel-hex'],
    [':0100000001FF', 'binary'],
    ['S9030000FC', 's-record'],
    ['Some text: nothing else\nS', 'binary'],
    [':\u0001\u0002', 'binary']
  ] as const)('%j is %s', (text, format) => {
    expect(detectFormat(encodeAscii(text))).toBe(format);
  });
  it('of a large file the head is enough', () => {
    const hex = writeIntelHex(at(0, new Uint8Array(300_000)));
    expect(hex.ok && detectFormat(hex.value)).toBe('intel-hex');
  });
});

describe('loadImage', () => {
  it('gives the same image of every format', () => {
    const data = Uint8Array.of(1, 2, 3);
    const image = at(0x100, data);
    const hex = writeIntelHex(image);
    const s = writeSRecord(image, { kind: 's19' });
    const files = [hex.ok && hex.value, s.ok && s.value];
    for (const file of files) {
      const told = loadImage(file || new Uint8Array(0));
      expect(
        told.ok && told.value.image.pieces.map((p) => [p.range.start, formatHex(p.bytes)])
      ).toEqual([[0x100, '010203']]);
    }
    const binary = loadImage(data, { base: 0x100 });
    expect(binary.ok && binary.value).toMatchObject({ format: 'binary', findings: [] });
    expect(binary.ok && binary.value.image.pieces[0]?.range).toEqual({ start: 0x100, end: 0x103 });
  });
  it('refuses nothing at all, and what reaches beyond 32 bits', () => {
    expect(loadImage(new Uint8Array(0))).toMatchObject({ problem: { code: 'format.data.none' } });
    for (const base of [2 ** 32 - 1, -1, NaN, 0.5])
      expect(loadImage(Uint8Array.of(1, 2), { base }), String(base)).toMatchObject({
        problem: { code: 'format.address.high' }
      });
    expect(loadImage(Uint8Array.of(1, 2), { base: 2 ** 32 - 2 }).ok).toBe(true);
  });
});

describe('split sets', () => {
  // Source: srec_cat 1.64, -split 2 0 and -split 2 1
  it('even and odd are those of srecord', () => {
    const image = parseHex('0102030405060708') as Uint8Array;
    const parts = splitSet(image, { parts: 2, unitBytes: 1 });
    expect(parts.ok && parts.value.map((p) => formatHex(p))).toEqual(['01030507', '02040608']);
  });
  it('come together as they were, in every way', () => {
    const way = fc.record({
      parts: fc.constantFrom(2 as const, 4 as const),
      unitBytes: fc.constantFrom(1 as const, 2 as const)
    });
    fc.assert(
      fc.property(way, fc.uint8Array({ minLength: 1, maxLength: 64 }), (w, data) => {
        const turn = w.parts * w.unitBytes;
        const image = new Uint8Array(data.length * turn).map(
          (_, i) => (data[i % data.length] ?? 0) ^ i
        );
        const parts = splitSet(image, w);
        const whole = parts.ok && joinSet(parts.value, w);
        expect(whole && whole.ok && formatHex(whole.value)).toBe(formatHex(image));
      })
    );
  });
  it('a part that is missing, short or odd is told', () => {
    const two = { parts: 2, unitBytes: 2 } as const;
    const of = (...lengths: number[]) =>
      joinSet(
        lengths.map((l) => new Uint8Array(l)),
        two
      );
    expect(of(4)).toMatchObject({ problem: { code: 'format.split.count' } });
    for (const lengths of [
      [4, 6],
      [3, 3],
      [0, 0]
    ])
      expect(of(...lengths)).toMatchObject({ problem: { code: 'format.split.lengths' } });
    for (const length of [0, 6, 7])
      expect(splitSet(new Uint8Array(length), two)).toMatchObject({
        problem: { code: 'format.split.odd' }
      });
  });
});
