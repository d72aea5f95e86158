import { expect, it } from 'vitest';
import { formatCandump } from './candump.ts';
import {
  consecutiveFrameCount,
  flowControlCount,
  isoTpFrameCount,
  maxFrameBits,
  minFrameBits
} from './frame-bits.ts';
import { encodeFlow } from '../isotp/pci.ts';
import { IDLE, transition } from '../isotp/machine.ts';
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

/** Frames of a message as somebody would count who takes it apart byte by byte. */
function countSlowly(lengthBytes: number, blockSize: number): number {
  if (lengthBytes <= 7) return 1;
  let left = lengthBytes - (lengthBytes > 0xfff ? 2 : 6);
  let frames = 2;
  let inBlock = 0;
  while (left > 0) {
    if (blockSize > 0 && inBlock === blockSize) {
      frames++;
      inBlock = 0;
    }
    frames++;
    inBlock++;
    left -= 7;
  }
  return frames;
}
it('counts the frames of every length from 1 to 70 000, for every kind of flow control', () => {
  const wrong: string[] = [];
  for (let n = 1; n <= 70_000; n++) {
    const blockSize = [0, 1, 8, 15, 255][n % 5] as number;
    for (const size of [0, blockSize]) {
      const counted = isoTpFrameCount(n, size);
      if (counted !== countSlowly(n, size)) wrong.push(`${n} bytes, ${size}: ${counted}`);
    }
  }
  expect(wrong).toEqual([]);
}, 60_000);
it('counts what the machine really sends, gaps included', () => {
  for (const length of [8, 13, 14, 62, 63, 4093, 4095, 4096, 4097, 4103, 4104, 5000]) {
    for (const blockSize of [0, 1, 7, 8]) {
      let [state, effects] = transition(IDLE, { type: 'send', payload: new Uint8Array(length) });
      const seen = { frames: 0, flows: 0, gaps: 0 };
      const look = () => {
        for (const e of effects) {
          if (e.type === 'transmit') seen.frames += e.frames.length;
          if (e.type === 'gap') seen.gaps++;
        }
      };
      look();
      while (state.sending) {
        const gap = effects.some((e) => e.type === 'gap');
        if (!gap) seen.flows++;
        [state, effects] = gap
          ? transition(state, { type: 'gap-over' })
          : transition(state, { type: 'frame', data: encodeFlow('continue', blockSize, 1) });
        look();
      }
      const following = consecutiveFrameCount(length);
      expect([length, blockSize, seen.frames + seen.flows, seen.gaps]).toEqual([
        ...[length, blockSize, isoTpFrameCount(length, blockSize)],
        following - flowControlCount(following, blockSize)
      ]);
    }
  }
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
