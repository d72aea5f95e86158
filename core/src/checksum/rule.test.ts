import { expect, it } from 'vitest';
import { encodeAscii, parseHex } from '../base/bytes.ts';
import { computeChecksum, storedRange, verifyChecksum, type ChecksumRule } from './rule.ts';
import { computeSum } from './sum.ts';

it('sums as srec_cat does (srec_input(1), -checksum-positive)', () => {
  const nine = encodeAscii('123456789');
  expect(computeSum(nine, { sumBytes: 1 })).toBe(0xdd);
  expect(computeSum(nine)).toBe(0x01dd);
  const words = parseHex('0001F203F4F5F6F7') as Uint8Array;
  expect(computeSum(words, { wordBytes: 2, sumBytes: 4 })).toBe(0x2ddf0);
  expect(computeSum(words, { wordBytes: 2, sumBytes: 4, littleEndian: true })).toBe(0x1f2dc);
  expect(() => computeSum(nine, { wordBytes: 2 })).toThrow(RangeError);
});

const crc: ChecksumRule = {
  id: 'c',
  region: 'r',
  kind: 'crc32',
  over: { start: 0, end: 9 },
  storedAt: 9,
  littleEndian: false
};

it('holds a stored CRC-32 against the computed one, in both byte orders', () => {
  const image = Uint8Array.from([...encodeAscii('123456789'), 0xcb, 0xf4, 0x39, 0x26]);
  expect(verifyChecksum(crc, image)).toMatchObject({ holds: true, stored: 0xcbf43926n });
  image.set([0x26, 0x39, 0xf4, 0xcb], 9);
  expect(verifyChecksum({ ...crc, littleEndian: true }, image).holds).toBe(true);
  image[0] = 0x30;
  expect(verifyChecksum(crc, image).holds).toBe(false);
});
it('refuses an image that is too short for the rule', () => {
  expect(() => verifyChecksum(crc, new Uint8Array(8))).toThrow(RangeError);
});
it('says what it was given where it cannot compute', () => {
  const short = new Uint8Array(8);
  expect(() => computeChecksum(crc, short)).toThrow('"image" expected at least 9 bytes, got 8');
  const nine = encodeAscii('123456789');
  expect(() => computeSum(nine, { wordBytes: 2 })).toThrow(
    '"bytes" expected a multiple of 2, got 9'
  );
});
it('sums words of two bytes in the byte order of the rule, and stores two', () => {
  const sum: ChecksumRule = {
    ...{ id: 's', region: 'r', kind: 'sum16', over: { start: 0, end: 4 } },
    ...{ storedAt: 4, littleEndian: false }
  };
  // 0102 + F304 = F406; the other way round 0201 + 04F3 = 06F4
  const image = Uint8Array.of(0x01, 0x02, 0xf3, 0x04, 0xf4, 0x06, 0xaa, 0xbb);
  expect(storedRange(sum)).toEqual({ start: 4, end: 6 });
  expect(storedRange(crc)).toEqual({ start: 9, end: 13 });
  expect(verifyChecksum(sum, image)).toMatchObject({ holds: true, stored: 0xf406n });
  const little = { ...sum, littleEndian: true };
  expect(verifyChecksum(little, image)).toMatchObject({ holds: true, stored: 0x06f4n });
  // the sum goes round at 65 536
  image.set([0xff, 0xff, 0x00, 0x02], 0);
  expect(computeChecksum(sum, image)).toBe(1n);
});
