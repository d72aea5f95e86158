import { refusedAs } from '../base/examples.ts';
// Source of the figures: the protocol document that Debian's package `flashrom` ships, as digested in the reference file.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatHex } from '../base/bytes.ts';
import { fail, ok, type Result } from '../base/result.ts';
import { readAnswer, readSynchronised } from './answer.ts';
import {
  decodeLongest,
  decodeName,
  encodePinDrivers,
  encodeSetBus,
  encodeSpi,
  encodeSpiClock,
  isInMap
} from './codec.ts';
import { openProgrammer } from './programmer.ts';

const hex = (bytes: Uint8Array) => formatHex(bytes);

describe('commands as they go out', () => {
  it('numbers are little-endian, lengths have 24 bits', () => {
    expect(hex(encodeSpi(Uint8Array.of(0x03, 0x12), 0x010203).bytes)).toBe(
      '1302000003020103' + '12'
    );
    expect(encodeSpi(new Uint8Array(1), 5).answerBytes).toBe(5);
    expect(hex(encodeSpiClock(1_000_000).bytes)).toBe('1440420F00');
    expect(hex(encodeSpiClock(0xfedcba98).bytes)).toBe('1498BADCFE');
    expect(encodeSpiClock(1).answerBytes).toBe(4);
    expect(hex(encodeSetBus(8).bytes)).toBe('1208');
    expect(hex(encodePinDrivers(true).bytes)).toBe('1501');
    expect(hex(encodePinDrivers(false).bytes)).toBe('1500');
  });
  it('refuses what does not fit', () => {
    for (const receive of [-1, 0x1000000, 1.5])
      expect(() => encodeSpi(new Uint8Array(0), receive)).toThrow('expected 0 to 256^3 - 1');
    for (const hz of [0, -1, 0x100000000, 1.5]) expect(() => encodeSpiClock(hz)).toThrow('"hz"');
  });
  it('what comes back: numbers, the map, the longest lengths, the name', () => {
    const map = new Uint8Array(32);
    map[2] = 0x18;
    const known = Array.from({ length: 256 }, (_, c) => c).filter((c) => isInMap(map, c));
    expect(known).toEqual([0x13, 0x14]);
    expect(isInMap(new Uint8Array(1), 0xff)).toBe(false);
    expect(decodeLongest(Uint8Array.of(0, 0, 1))).toBe(65_536);
    expect(decodeLongest(Uint8Array.of(0, 0, 0))).toBe(0x1000000);
    expect(decodeName(new TextEncoder().encode('port 7\0\0\0junk'))).toBe('port 7');
    expect(decodeName(new TextEncoder().encode('sixteen bytes ok'))).toBe('sixteen bytes ok');
    expect(decodeName(Uint8Array.of(0x41, 0x07, 0x7f, 0x42, 0x20))).toBe('AB');
  });
});

describe('one answer', () => {
  const ack = (...data: number[]) => ({ type: 'ack', data: Uint8Array.of(...data) });
  it.each([
    [0, [[0x06]], ack()],
    [0, [[], [0x06]], ack()],
    [2, [[0x06, 1, 2]], ack(1, 2)],
    [2, [[0x06], [1], [2]], ack(1, 2)],
    [2, [[], [0x06, 1], [], [2]], ack(1, 2)],
    [2, [[0x15]], { type: 'nak' }],
    [2, [[0x33]], { type: 'garbage', byte: 0x33 }],
    [2, [[0x15, 0x06]], { type: 'garbage', byte: 0x15 }],
    [2, [[0x06, 1, 2, 3]], { type: 'garbage', byte: 3 }],
    [
      2,
      [
        [0x06, 1],
        [2, 3]
      ],
      { type: 'garbage', byte: 3 }
    ],
    [0, [[0x06, 9]], { type: 'garbage', byte: 9 }],
    // in the data every value is data
    [2, [[0x06, 0x15, 0x06]], ack(0x15, 0x06)]
  ] as const)('%d bytes, %j', (answerBytes, chunks, expected) => {
    const reader = readAnswer(answerBytes);
    const said = chunks.map((c) => reader.push(Uint8Array.from(c)));
    expect(said.at(-1)).toEqual(expected);
    expect(said.slice(0, -1).every((s) => s === undefined)).toBe(true);
  });
  it('comes out the same however it is cut', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 40 }), fc.array(fc.nat(41)), (data, cuts) => {
        const wire = Uint8Array.of(0x06, ...data);
        const reader = readAnswer(data.length);
        const at = [0, ...cuts.filter((c) => c <= wire.length).sort((a, b) => a - b), wire.length];
        const said = at.slice(1).flatMap((end, i) => reader.push(wire.subarray(at[i], end)) ?? []);
        expect(said[0]).toEqual({ type: 'ack', data });
      })
    );
  });
  it('NAK ACK is found behind whatever old bytes', () => {
    const synchronise = (...chunks: number[][]) => {
      const reader = readSynchronised();
      return chunks.map((c) => reader.push(Uint8Array.from(c))).at(-1);
    };
    expect(synchronise([0x15, 0x06])).toBe(true);
    expect(synchronise([0x15], [0x06])).toBe(true);
    expect(synchronise([1, 2, 0x06, 0x15, 0x15, 0x06])).toBe(true);
    expect(synchronise([0x06, 0x15])).toBe(false);
    // something behind it: it was an old one
    expect(synchronise([0x15, 0x06, 0x55])).toBe(false);
    expect(synchronise([0x15], [], [0x06])).toBe(true);
  });
});

describe('a programmer that is opened', () => {
  /** Answers by command; what is not there is NAK. */
  const opening = (change: Readonly<Record<number, readonly number[]>> = {}) => {
    const asked: string[] = [];
    const answers: Record<number, readonly number[]> = {
      0x01: [1, 0],
      0x02: Array.from({ length: 32 }, () => 0xff),
      0x03: [...new TextEncoder().encode('window port'), 0, 0, 0, 0, 0],
      0x08: [0, 2, 0],
      0x11: [0, 0, 0],
      0x05: [0x0f],
      0x12: [],
      0x13: [0xaa],
      0x14: [0x40, 0x42, 0x0f, 0x00],
      0x15: [],
      ...change
    };
    const link = {
      exchange: ({ bytes }: { bytes: Uint8Array }): Promise<Result<Uint8Array>> => {
        asked.push(hex(bytes));
        const answer = answers[bytes[0] as number];
        return Promise.resolve(
          answer ? ok(Uint8Array.from(answer)) : refusedAs('programmer.command.refused')
        );
      }
    };
    return { asked, opened: openProgrammer(link) };
  };
  it('is asked what it is, and readied for SPI', async () => {
    const { asked, opened } = opening();
    const programmer = await opened;
    expect(programmer).toMatchObject({
      ok: true,
      value: {
        ...{ name: 'window port', longestSend: 512, longestReceive: 0x1000000 },
        ...{ setsClock: true, switchesPins: true }
      }
    });
    expect(asked).toEqual(['01', '02', '03', '08', '11', '05', '1208']);
    if (!programmer.ok) return;
    const port = programmer.value;
    expect(await port.spi(Uint8Array.of(0x05), 1)).toEqual(ok(Uint8Array.of(0xaa)));
    expect(await port.setClock(2_000_000)).toEqual(ok(1_000_000));
    expect(await port.setPins(true)).toEqual(ok(true));
    expect(asked.slice(7)).toEqual(['1301000001000005', '1480841E00', '1501']);
    expect(() => port.spi(new Uint8Array(513), 0)).toThrow(RangeError);
  });
  const mapOf = (...commands: number[]) => {
    const map = new Array<number>(32).fill(0);
    for (const c of commands) map[c >> 3] = (map[c >> 3] as number) | (1 << (c & 7));
    return map;
  };
  it('uses only what its map shows', async () => {
    const { asked, opened } = opening({ 0x02: mapOf(0x05, 0x12, 0x13), 0x03: [], 0x08: [] });
    const programmer = await opened;
    if (!programmer.ok) throw new Error(programmer.problem.code);
    expect(asked).toEqual(['01', '02', '05', '1208']);
    const { name, longestSend, setsClock, switchesPins } = programmer.value;
    expect({ name, longestSend, setsClock, switchesPins }).toEqual({
      ...{ name: '', longestSend: 0x1000000, setsClock: false, switchesPins: false }
    });
    expect(await programmer.value.setClock(1)).toEqual(fail('programmer.clock.fixed'));
    expect(await programmer.value.setPins(false)).toEqual(ok(true));
    expect(asked).toHaveLength(4);
  });
  it.each([
    [{ 0x01: [2, 0] }, fail('programmer.version.other', { found: 2 })],
    [{ 0x01: [1, 1] }, fail('programmer.version.other', { found: 257 })],
    [{ 0x02: mapOf(0x12, 0x13) }, fail('programmer.command.missing', { command: 0x05 })],
    [{ 0x02: mapOf(0x05, 0x13) }, fail('programmer.command.missing', { command: 0x12 })],
    [{ 0x02: mapOf(0x05, 0x12) }, fail('programmer.command.missing', { command: 0x13 })],
    [{ 0x05: [0x07] }, fail('programmer.bus.other')]
  ] as const)('%j', async (change, expected) => {
    expect(await opening(change).opened).toEqual(expected);
  });
  it('says what the link says, in every step', async () => {
    for (const command of [0x01, 0x02, 0x03, 0x08, 0x11, 0x05, 0x12]) {
      const { asked, opened } = opening({ [command]: undefined as never });
      expect(await opened).toEqual(refusedAs('programmer.command.refused'));
      expect(Number.parseInt((asked.at(-1) as string).slice(0, 2), 16)).toBe(command);
    }
    const programmer = await opening({ 0x14: undefined as never, 0x15: undefined as never }).opened;
    if (!programmer.ok) throw new Error(programmer.problem.code);
    expect(await programmer.value.setClock(5)).toEqual(refusedAs('programmer.command.refused'));
    expect(await programmer.value.setPins(true)).toEqual(refusedAs('programmer.command.refused'));
  });
});
