import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { concatBytes, encodeAscii } from '../base/bytes.ts';
import { createRandom } from '../base/random.ts';
import { bytesOf, imageOf, overlay, type SparseImage } from '../image/image.ts';
import { compareMany } from './compare-many.ts';
import { blankShare, findBlanks } from './find-blanks.ts';
import { findRepeats } from './find-repeats.ts';
import { findTexts, findVins } from './find-text.ts';
import { matchContent } from './match-content.ts';

const noise = (length: number, seed: number) => {
  const random = createRandom(seed);
  return Uint8Array.from({ length }, () => random() >>> 24);
};
const imageAt = (start: number, bytes: Uint8Array): SparseImage<string> =>
  imageOf([{ range: { start, end: start + bytes.length }, bytes, origin: 'made' }]);

describe('blank stretches', () => {
  it('are sixteen or more FF or 00 in a row, and nothing else', () => {
    const bytes = concatBytes([
      new Uint8Array(16).fill(0xff),
      Uint8Array.of(1),
      new Uint8Array(15),
      Uint8Array.of(2),
      new Uint8Array(32)
    ]);
    expect(findBlanks(bytes)).toEqual([
      { start: 0, end: 16, value: 0xff },
      { start: 33, end: 65, value: 0 }
    ]);
    expect(blankShare(bytes)).toBeCloseTo(48 / 65, 10);
    expect(blankShare(new Uint8Array(0))).toBe(0);
    expect(findBlanks(new Uint8Array(64).fill(0xaa))).toEqual([]);
  });
});

describe('VINs in an image', () => {
  // 49 CFR 565.15, worked example
  const vin = '1G4AH59H45G118341';
  it('are found where they stand, alone or in a longer run, with their check digit', () => {
    const alone = concatBytes([noise(100, 3), encodeAscii(`\0${vin}\0`), noise(50, 4)]);
    expect(findVins(alone)).toMatchObject([{ at: 101, vin: { text: vin, checkDigit: 'holds' } }]);
    const inRun = encodeAscii(`XYX${vin}XYZ`);
    expect(findVins(inRun).map((v) => v.at)).toEqual([3]);
  });
  it('are told with a check digit that does not hold only where they stand alone', () => {
    const other = '1G4AH59H55G118341';
    expect(findVins(encodeAscii(`\0${other}\0`))).toMatchObject([
      { vin: { checkDigit: 'differs' } }
    ]);
    expect(findVins(encodeAscii(`AA${other}AA`))).toEqual([]);
  });
  it('are no part numbers without digits at the end, and no one character 17 times', () => {
    expect(findVins(encodeAscii('\0ABCDEFGHJKLMNPRST\0'))).toEqual([]);
    expect(findVins(encodeAscii(`\0${'0'.repeat(17)}\0`))).toEqual([]);
    expect(findVins(new Uint8Array(100_000).fill(0x31))).toEqual([]);
  });
  it('texts are cut at 4096 characters and none is lost', () => {
    const long = 'x'.repeat(10_000);
    expect(findTexts(encodeAscii(long)).map((t) => t.text.length)).toEqual([4096, 4096, 1808]);
    expect(findTexts(Uint8Array.of(65, 66, 67, 68, 69, 0))).toEqual([]);
  });
});

describe('content of another place', () => {
  it('is found wherever it lies, each match true byte for byte and as long as it can be', () => {
    fc.assert(
      fc.property(
        fc.nat(5000),
        fc.nat(3000),
        fc.integer({ min: 48, max: 900 }),
        (from, to, length) => {
          const first = noise(6000, 11);
          const second = noise(4000, 12);
          second.set(first.subarray(from, from + length), to);
          const planted = Math.min(length, first.length - from);
          if (planted < 48) return;
          const matches = matchContent(first, second);
          for (const { a, b, bytes } of matches)
            for (let i = 0; i < bytes; i++) expect(first[a + i]).toBe(second[b + i]);
          const inside = matches.filter(
            (m) => m.b <= to && m.b + m.bytes >= to + planted && m.a - m.b === from - to
          );
          expect(inside).toHaveLength(1);
        }
      ),
      { numRuns: 60, seed: 5 }
    );
  });
  it('passes over one repeated value, and short images', () => {
    expect(matchContent(new Uint8Array(500), new Uint8Array(500))).toEqual([]);
    expect(matchContent(noise(31, 1), noise(31, 1))).toEqual([]);
  });
  it('ends in short time with patterns that repeat', () => {
    const bytes = Uint8Array.from({ length: 1 << 20 }, (_, i) => i % 7);
    const [repeat, ...more] = findRepeats(bytes);
    expect(more).toEqual([]);
    expect(repeat?.starts[0]).toBe(0);
    expect(repeat?.starts[1]).toBeLessThan(100);
    expect(repeat?.differingBytes).toBe(0);
  });
  it('copies in one image are told with the bytes in which they differ', () => {
    const bytes = noise(8000, 21);
    bytes.set(bytes.subarray(1000, 1600), 5000);
    bytes[5300] = (bytes[5300] as number) ^ 0xff;
    expect(findRepeats(bytes)).toEqual([{ starts: [1000, 5000], bytes: 600, differingBytes: 1 }]);
    expect(findRepeats(noise(8000, 22))).toEqual([]);
  });
});

describe('comparing many', () => {
  const someImage = fc
    .array(fc.tuple(fc.nat(40), fc.uint8Array({ minLength: 1, maxLength: 12, max: 1 })), {
      maxLength: 5
    })
    .map((parts) =>
      parts.reduce<SparseImage<string>>(
        (image, [start, bytes]) =>
          overlay(image, { range: { start, end: start + bytes.length }, bytes, origin: 'made' }),
        imageOf([])
      )
    );
  it('tells the same of images in many pieces', () => {
    fc.assert(
      fc.property(fc.array(someImage, { minLength: 2, maxLength: 4 }), (images) => {
        const told = compareMany(images);
        const values = (address: number) =>
          images.map((i) => bytesOf(i, { start: address, end: address + 1 })?.[0]);
        const differs = (address: number) => {
          const all = values(address);
          return all.every((v) => v !== undefined) && new Set(all).size > 1;
        };
        const partly = (address: number) => {
          const known = values(address).filter((v) => v !== undefined).length;
          return known > 0 && known < images.length;
        };
        const addresses = Array.from({ length: 64 }, (_, i) => i);
        const listed = (ranges: readonly { start: number; end: number }[]) =>
          ranges.flatMap((r) => addresses.slice(r.start, r.end));
        expect(listed(told.ranges)).toEqual(addresses.filter(differs));
        expect(listed(told.partlyKnown.map((p) => p.range))).toEqual(addresses.filter(partly));
        for (const { range, which } of told.partlyKnown)
          expect(which).toEqual(
            [...images.keys()].filter((i) => values(range.start)[i] !== undefined)
          );
        // each is told as one
        told.ranges
          .slice(1)
          .forEach((r, i) => expect(r.start).toBeGreaterThan(told.ranges[i]?.end ?? 0));
      }),
      { numRuns: 300, seed: 10 }
    );
  });
  it('walks tens of thousands of stretches once', () => {
    const scattered = (value: number) =>
      imageOf(
        Array.from({ length: 30_000 }, (_, i) => ({
          ...{ range: { start: 100 * i, end: 100 * i + 2 }, origin: 'made' },
          bytes: Uint8Array.of(i & 0xff, value)
        }))
      );
    const told = compareMany([scattered(1), scattered(2), scattered(1)]);
    expect([told.differingBytes, told.groups]).toEqual([30_000, [[0, 2], [1]]]);
  });
  it('tells groups, bytes and ranges as a byte-by-byte twin does', () => {
    const piece = fc.uint8Array({ minLength: 1, maxLength: 40, max: 2 });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(20), piece), { minLength: 2, maxLength: 8 }),
        (parts) => {
          const told = compareMany(parts.map(([start, bytes]) => imageAt(start, bytes)));
          const at = (i: number, address: number) => {
            const [start, bytes] = parts[i] as [number, Uint8Array];
            return address < start ? undefined : bytes[address - start];
          };
          const differing: number[] = [];
          const partly: number[] = [];
          for (let address = 0; address < 64; address++) {
            const values = parts.map((_, i) => at(i, address));
            const known = values.filter((v) => v !== undefined);
            if (known.length > 0 && known.length < values.length) partly.push(address);
            if (known.length === values.length && new Set(values).size > 1) differing.push(address);
          }
          const listed = (ranges: readonly { start: number; end: number }[]) =>
            ranges.flatMap(({ start, end }) =>
              Array.from({ length: end - start }, (_, i) => start + i)
            );
          expect(listed(told.ranges)).toEqual(differing);
          expect(told.differingBytes).toBe(differing.length);
          expect(listed(told.partlyKnown.map((p) => p.range))).toEqual(partly);
          expect(told.verdict).toBe(told.groups.length === 1 ? 'equal' : 'differ');
          expect(told.groups.flat().sort((x, y) => x - y)).toEqual([...parts.keys()]);
        }
      ),
      { numRuns: 300, seed: 8 }
    );
  });
  it('sees content that moved', () => {
    const first = noise(4000, 31);
    const moved = concatBytes([first.subarray(0, 1000), new Uint8Array(256), first.subarray(1000)]);
    const { findings } = compareMany([imageAt(0, first), imageAt(0, moved)]);
    expect(findings.find((f) => f.code === 'compare.content.shifted')?.params).toEqual({
      bytes: 3000,
      by: 256,
      which: 'image 2'
    });
  });
  it('walks ranges, not addresses: a hole of four gigabytes costs nothing', () => {
    const far = imageOf([
      { range: { start: 0, end: 4 }, bytes: new Uint8Array(4), origin: 'a' },
      { range: { start: 2 ** 32 - 4, end: 2 ** 32 }, bytes: new Uint8Array(4), origin: 'a' }
    ]);
    const told = compareMany([far, imageAt(0, Uint8Array.of(0, 0, 0, 1))]);
    expect(told).toMatchObject({ differingBytes: 1, ranges: [{ start: 3, end: 4 }] });
    expect(told.partlyKnown).toEqual([{ range: { start: 2 ** 32 - 4, end: 2 ** 32 }, which: [0] }]);
  });
  it('counts exactly beyond the ranges that it lists', () => {
    const a = new Uint8Array(60_000);
    const b = Uint8Array.from({ length: 60_000 }, (_, i) => i & 1);
    const told = compareMany([imageAt(0, a), imageAt(0, b)]);
    expect([told.differingBytes, told.ranges.length]).toEqual([30_000, 10_000]);
    expect(told.findings.map((f) => f.code)).toContain('compare.ranges.many');
  });
});
