import { encodeAscii, encodeUintBe } from '@badger/core/base/bytes';

/**
 * Discoverable parameters of a flash of `lengthBytes` that erases 4 KiB at a time: header, one parameter header, the
 * basic table. Source: JEDEC JESD216 (first edition: nine words), from memory; held against Debian's `flashrom`.
 */
export function makeParameters(lengthBytes: number): Uint8Array {
  const table = new Uint8Array(0x30 + 36).fill(0xff);
  table.set(encodeAscii('SFDP'), 0);
  // revision 1.0, one parameter header, reserved
  table.set([0x00, 0x01, 0x00, 0xff], 4);
  // basic table: id 00, revision 1.0, nine words, at 0x30
  table.set([0x00, 0x00, 0x01, 0x09, 0x30, 0x00, 0x00, 0xff], 8);
  const words = [
    // 4 KiB erase with 20, writes of 64 bytes and more, three address bytes
    0xff_00_20_e5 >>> 0,
    lengthBytes * 8 - 1,
    ...[0, 0, 0xee, 0, 0],
    // erase types: 2^12 with 20, 2^16 with D8
    0xd8_10_20_0c >>> 0,
    0
  ];
  for (const [i, word] of words.entries())
    table.set(encodeUintBe(word, 4).toReversed(), 0x30 + i * 4);
  return table;
}
