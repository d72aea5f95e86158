import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { encodeAscii } from '../base/bytes.ts';
import type { CanFrame } from './frame.ts';
import { createSerialLineDecoder, encodeSerialLine } from './serial-line.ts';

const frame = fc
  .tuple(fc.boolean(), fc.nat(0x1fffffff), fc.uint8Array({ maxLength: 8 }))
  .map(([extended, id, data]): CanFrame => ({ extended, id: extended ? id : id & 0x7ff, data }));

describe('the ASCII serial-line CAN dialect', () => {
  it('writes a frame as python-can reads it: t7E08021003AAAAAAAAAA', () => {
    const data = Uint8Array.of(0x02, 0x10, 0x03, 0xaa, 0xaa, 0xaa, 0xaa, 0xaa);
    expect(encodeSerialLine({ id: 0x7e0, extended: false, data })).toBe('t7E08021003AAAAAAAAAA\r');
    expect(encodeSerialLine({ id: 0x18da10f1, extended: true, data: new Uint8Array(0) })).toBe(
      'T18DA10F10\r'
    );
  });
  it('gives every frame back, however the stream is cut', () => {
    fc.assert(
      fc.property(fc.array(frame, { maxLength: 6 }), fc.array(fc.nat(200)), (frames, cuts) => {
        const stream = encodeAscii(frames.map(encodeSerialLine).join(''));
        const decoder = createSerialLineDecoder();
        const places = [...new Set([0, ...cuts.filter((c) => c < stream.length), stream.length])];
        places.sort((a, b) => a - b);
        const events = places.flatMap((from, i) =>
          decoder.push(stream.subarray(from, places[i + 1] ?? stream.length))
        );
        expect(events).toEqual(frames.map((f) => ({ type: 'frame', frame: f })));
      })
    );
  });
  it('tells answers apart', () => {
    const events = createSerialLineDecoder().push(encodeAscii('\r\x07z\rV1013\rF00\r'));
    expect(events.map((e) => e.type)).toEqual(['ack', 'refused', 'sent', 'line', 'line']);
  });
  it('hears the controller tell of errors and of its state', () => {
    const events = createSerialLineDecoder().push(encodeAscii('e1a\re2fs\rsp000128\rsb255255\r'));
    expect(events).toEqual([
      { type: 'bus-error', kinds: ['ack'] },
      { type: 'bus-error', kinds: ['form', 'stuff'] },
      { type: 'bus-state', state: 'passive' },
      { type: 'bus-state', state: 'off' }
    ]);
    const others = createSerialLineDecoder().push(encodeAscii('e2a\re1z\rsp12\rsx000000\re\r'));
    expect(others.map((e) => e.type)).toEqual(['line', 'line', 'line', 'line', 'line']);
  });
  it('drops garbage, half frames and wrong lengths, and goes on with the next line', () => {
    const good = 't7E8100\r';
    for (const bad of [
      't7E8',
      't7E82AA',
      't7E8ZZZ',
      't7E89001122334455667788',
      't8E80',
      'xyzzy!\x00',
      't7E81AABB'
    ]) {
      const events = createSerialLineDecoder().push(encodeAscii(`${bad}\r${good}`));
      expect(
        events.map((e) => e.type),
        bad
      ).toEqual(['garbage', 'frame']);
    }
  });
  it.each([
    ['t7E81AA\r', false, 'frame'],
    ['t7E81AA12F4\r', false, 'garbage'],
    ['t7E81AA12F4\r', true, 'frame'],
    ['t7E81AA\r', true, 'garbage'],
    ['t7E81AA12F\r', true, 'garbage'],
    ['t7E81AA12F45\r', true, 'garbage'],
    ['t7E81AA12G4\r', true, 'garbage'],
    // a length that lost four digits is not a time stamp
    ['t7E82AABBCCDD\r', false, 'garbage']
  ])('%j with time stamps %s: %s', (line, timeStamps, type) => {
    const [event] = createSerialLineDecoder({ timeStamps }).push(encodeAscii(line));
    expect(event?.type).toBe(type);
    if (event?.type === 'frame') expect(event.frame.data).toEqual(Uint8Array.of(0xaa));
  });
  it('does not gather an endless line', () => {
    const decoder = createSerialLineDecoder();
    expect(decoder.push(encodeAscii('t'.repeat(100)))[0]?.type).toBe('garbage');
    expect(decoder.push(encodeAscii('t7E8100\r'))[0]?.type).toBe('frame');
  });
  it('never throws for any bytes', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), (bytes) => {
        createSerialLineDecoder().push(bytes);
      })
    );
  });
  it('refuses ids and lengths that no frame has', () => {
    expect(() =>
      encodeSerialLine({ id: 0x800, extended: false, data: new Uint8Array(0) })
    ).toThrow();
    expect(() => encodeSerialLine({ id: 1, extended: false, data: new Uint8Array(9) })).toThrow();
  });
});
