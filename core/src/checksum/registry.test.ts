import { describe, expect, it } from 'vitest';
import { encodeAscii } from '../base/bytes.ts';
import { checksum } from '../profile/schema-memory.ts';
import { CHECKSUM_KINDS, CHECKSUMS, type ChecksumKind } from './registry.ts';
import { computeChecksum, encodeStored, verifyChecksum, type ChecksumRule } from './rule.ts';

const rule = (kind: ChecksumKind, littleEndian: boolean): ChecksumRule => ({
  ...{ id: 'r', region: 'x', kind, over: { start: 0, end: 16 }, storedAt: 16 },
  littleEndian
});

describe('the registry of checksums', () => {
  // CRC values: RevEng catalogue; the sums: by hand from the definition
  it.each<[ChecksumKind, string, bigint]>([
    ['crc32', '123456789', 0xcbf43926n],
    ['crc16', '123456789', 0x29b1n],
    ['sum8', '123456789', 0x1ddn & 0xffn],
    ['sum16', '12345678', 0x3132n + 0x3334n + 0x3536n + 0x3738n],
    ['sum32', '12345678', 0x31323334n + 0x35363738n]
  ])('%s of %s', (kind, text, value) => {
    expect(CHECKSUMS[kind].compute(encodeAscii(text), { littleEndian: false })).toBe(value);
  });

  it('is what the schema of profiles takes, and nothing else', () => {
    expect(checksum.properties.kind.enum).toEqual(CHECKSUM_KINDS);
    for (const kind of CHECKSUM_KINDS) {
      const { label, storedBytes, wordBytes } = CHECKSUMS[kind];
      expect(checksum.properties.kind.description).toContain(`${kind} is ${label}`);
      expect([1, 2, 4, 8]).toContain(storedBytes);
      expect([1, 2, 4]).toContain(wordBytes);
    }
  });

  it.each(CHECKSUM_KINDS)(
    '%s: what is stored holds, in either order, and one flipped bit does not',
    (kind) => {
      for (const littleEndian of [true, false]) {
        const image = Uint8Array.from({ length: 32 }, (_, i) => (i * 37 + 5) & 0xff);
        const r = rule(kind, littleEndian);
        image.set(encodeStored(r, computeChecksum(r, image)), r.storedAt);
        expect(verifyChecksum(r, image).holds).toBe(true);
        image[3] = (image[3] as number) ^ 1;
        expect(verifyChecksum(r, image).holds).toBe(false);
      }
    }
  );

  it('an image that is too short is no image', () => {
    expect(() => verifyChecksum(rule('crc32', true), new Uint8Array(18))).toThrow(RangeError);
    expect(() => computeChecksum(rule('sum8', true), new Uint8Array(15))).toThrow(RangeError);
  });
});
