import { expect, it } from 'vitest';
import { encodeAscii, parseHex } from '../base/bytes.ts';
import { verifyChecksum, type ChecksumRule } from './rule.ts';
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
  expect(verifyChecksum(crc, image)).toMatchObject({ holds: true, stored: 0xcbf43926 });
  image.set([0x26, 0x39, 0xf4, 0xcb], 9);
  expect(verifyChecksum({ ...crc, littleEndian: true }, image).holds).toBe(true);
  image[0] = 0x30;
  expect(verifyChecksum(crc, image).holds).toBe(false);
});
it('refuses an image that is too short for the rule', () => {
  expect(() => verifyChecksum(crc, new Uint8Array(8))).toThrow(RangeError);
});
