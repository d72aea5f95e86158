import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { encodeAscii } from '../base/bytes.ts';
import { createRandom } from '../base/random.ts';
import { BLOCK_KINDS, classifyBlocks } from './classify-blocks.ts';
import { findNext, findPrevious, parsePattern, type BytePattern } from './search-bytes.ts';

const patternOf = (...told: Parameters<typeof parsePattern>): BytePattern => {
  const read = parsePattern(...told);
  if (!read.ok) throw new Error(read.problem.code);
  return read.value;
};

describe('searching', () => {
  it('finds what a walk over every place finds, forward and backward', () => {
    const byte = fc.integer({ min: 0, max: 3 });
    fc.assert(
      fc.property(
        fc.uint8Array({ max: 3, maxLength: 60 }),
        fc.array(fc.tuple(byte, fc.constantFrom(0xff, 0xff, 1, 0)), { minLength: 1, maxLength: 4 }),
        fc.nat(70),
        (bytes, parts, from) => {
          const pattern = {
            value: Uint8Array.from(parts, ([v, m]) => v & m),
            mask: Uint8Array.from(parts, ([, m]) => m)
          };
          const places: number[] = [];
          for (let at = 0; at + parts.length <= bytes.length; at++)
            if (
              parts.every(
                (_, i) =>
                  (((bytes[at + i] as number) ^ (pattern.value[i] as number)) &
                    (pattern.mask[i] as number)) ===
                  0
              )
            )
              places.push(at);
          expect(findNext(bytes, pattern, from)).toBe(places.find((p) => p >= from) ?? -1);
          expect(findPrevious(bytes, pattern, from)).toBe(places.findLast((p) => p <= from) ?? -1);
        }
      ),
      { numRuns: 500, seed: 9 }
    );
  });
  it('reads bytes with holes, text and numbers in both orders', () => {
    expect(patternOf('12 3? ??', 'hex')).toEqual({
      value: Uint8Array.of(0x12, 0x30, 0),
      mask: Uint8Array.of(0xff, 0xf0, 0)
    });
    expect(patternOf('0xAB, 0xCD', 'hex').value).toEqual(Uint8Array.of(0xab, 0xcd));
    expect(patternOf('VIN 1', 'text').value).toEqual(encodeAscii('VIN 1'));
    expect(patternOf('258', 'number').value).toEqual(Uint8Array.of(1, 2));
    expect(patternOf('258', 'number', { littleEndian: true }).value).toEqual(Uint8Array.of(2, 1));
    expect(patternOf('0x12345', 'number').value).toEqual(Uint8Array.of(0, 1, 0x23, 0x45));
  });
  it.each([
    ['123', 'hex'],
    ['xy', 'hex'],
    ['1.5', 'number'],
    ['-1', 'number'],
    ['0x10000000000000000', 'number'],
    ['é', 'text'],
    ['a'.repeat(300), 'text']
  ] as const)('refuses %s as %s', (text, kind) =>
    expect(parsePattern(text, kind)).toMatchObject({
      ok: false,
      problem: { code: 'search.pattern.malformed' }
    })
  );
  it('refuses to look for nothing', () => {
    for (const [text, kind] of [
      ['', 'hex'],
      ['  ', 'text'],
      ['?? ??', 'hex']
    ] as const)
      expect(parsePattern(text, kind)).toMatchObject({
        ok: false,
        problem: { code: 'search.pattern.empty' }
      });
  });
});

describe('the look of blocks', () => {
  const random = createRandom(77);
  it('is told for blank, text, table, noise and what has fewer values', () => {
    const block = 4096;
    const bytes = new Uint8Array(5 * block);
    bytes.fill(0xff, 0, block);
    bytes.set(encodeAscii('Saltmarsh module, part '.repeat(200)).subarray(0, block), block);
    for (let i = 0; i < block; i++) bytes[2 * block + i] = i % 2 === 0 ? 3 : (i >> 4) & 0xff;
    for (let i = 0; i < block; i++) bytes[3 * block + i] = random() >>> 24;
    for (let i = 0; i < block; i++) bytes[4 * block + i] = (random() >>> 24) & (random() >>> 24);
    const { blockBytes, kinds } = classifyBlocks(bytes, 5);
    expect(blockBytes).toBe(block);
    expect([...kinds].map((k) => BLOCK_KINDS[k])).toEqual([
      'blank',
      'text',
      'table',
      'dense',
      'code'
    ]);
  });
  it('covers every byte in at most as many blocks as were asked for', () => {
    for (const length of [0, 1, 15, 16, 17, 4095, 100_000]) {
      const { blockBytes, kinds } = classifyBlocks(new Uint8Array(length), 480);
      expect(kinds.length).toBeLessThanOrEqual(480);
      expect(kinds.length * blockBytes).toBeGreaterThanOrEqual(length);
    }
  });
});
