import { expect, it } from 'vitest';
import { formatCandump } from './candump.ts';
import { isoTpFrameCount, maxFrameBits, minFrameBits } from './frame-bits.ts';
import vectors from '../vectors/can.json' with { type: 'json' };

it('frame lengths stand where Linux can/length.h and Davis et al. (2007) put them', () => {
  for (const { input, expected } of vectors) {
    const n = input.data_bytes;
    expect([
      minFrameBits(n),
      maxFrameBits(n),
      minFrameBits(n, true),
      maxFrameBits(n, true)
    ]).toEqual([expected.std_min, expected.std_worst, expected.ext_min, expected.ext_worst]);
  }
});
it('a message of 4095 bytes is 587 frames, flow control included (reference arithmetic, 500 kbit/s case)', () => {
  expect(isoTpFrameCount(4095)).toBe(587);
  expect(isoTpFrameCount(7)).toBe(1);
  expect(isoTpFrameCount(8)).toBe(3);
});
it('writes a candump log (can-utils log format)', () => {
  const data = Uint8Array.of(0x02, 0x10, 0x03);
  const log = formatCandump([
    { atUs: 1_436_509_053_249_713, frame: { id: 0x7e0, extended: false, data } },
    { atUs: 1_000_005, frame: { id: 0x18da10f1, extended: true, data: new Uint8Array(0) } }
  ]);
  expect(log).toBe('(1436509053.249713) can0 7E0#021003\n(1.000005) can0 18DA10F1#\n');
  expect(formatCandump([])).toBe('');
});
