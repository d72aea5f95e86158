import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { encodeAscii } from '../base/bytes.ts';
import { formatCandump } from '../can/candump.ts';
import { anyLogOf, hex, logOf, rowsOf } from './examples.ts';
import { EXTENDED, REMOTE } from './frame-log.ts';
import { formatOf, loadLog } from './load-log.ts';
import { readPcap, writePcap } from './pcap.ts';
import { readAsc } from './read-asc.ts';
import { readCandump } from './read-candump.ts';
import { writeAsc, writeCandump } from './write-text.ts';

const anyLog = anyLogOf(fc);

const text = (s: string) => encodeAscii(s);

describe('formats', () => {
  it('gives every log back: candump with its times, pcap with its times, ASC with the times between frames', () => {
    fc.assert(
      fc.property(anyLog, (log) => {
        expect(rowsOf(readCandump(text(writeCandump(log))).log)).toEqual(rowsOf(log));
        const pcap = readPcap(writePcap(log));
        const plain = rowsOf(log).map(([at, id, data]) => [at, id, data, false]);
        expect(pcap.ok && rowsOf(pcap.value.log)).toEqual(plain);
        const first = log.atUs[0] ?? 0;
        const back = rowsOf(readAsc(text(writeAsc(log))).log);
        expect(back).toEqual(rowsOf(log).map(([at, ...rest]) => [at - first, ...rest]));
      })
    );
  });
  it('writes what the recorder of an operation writes', () => {
    const data = Uint8Array.of(2, 0x10, 3);
    const log = logOf([[12_000_250, 0x7e0, [...data]]]);
    expect(writeCandump(log)).toBe(
      formatCandump([{ atUs: 12_000_250, frame: { id: 0x7e0, extended: false, data } }])
    );
  });
  it('takes the example lines of the candump log format (can-utils, from memory)', () => {
    const { log, broken, longer } = readCandump(
      text(
        '(1436509052.249713) vcan0 044#2A366C2BBA\n(1436509052.449847) vcan0 0F6#7ADFE07BD2\r\n' +
          '(1436509053.850870) vcan0 1F334455#1122334455667788\n(1.5) can1 123#R\n(2.000001) can1 123##1AABB\n' +
          '(3.0) can0 7E0#02.10.03 T\n'
      )
    );
    expect([log.count, broken, longer]).toEqual([5, 0, 1]);
    expect(rowsOf(log)[0]).toEqual([
      1_436_509_052_249_713,
      0x44,
      [0x2a, 0x36, 0x6c, 0x2b, 0xba],
      false
    ]);
    expect(log.ids[2]).toBe((0x1f334455 | EXTENDED) >>> 0);
    expect(rowsOf(log)[3]?.slice(0, 2)).toEqual([1_500_000, (0x123 | REMOTE) >>> 0]);
    expect(rowsOf(log)[4]).toEqual([3_000_000, 0x7e0, [2, 0x10, 3], true]);
  });
  it.each([
    '(1.0) can0 7E0#0',
    '(1.0) can0 7E0#001122334455667788',
    '(1.0) can0 FFF#00',
    '(1.0) can0 7E0#GG',
    '(1.0) 7E0#00',
    '(1.x) can0 7E0#00',
    '(1) can0 7E0#00',
    '1.0 can0 7E0#00',
    '(1.0) can0 7E0',
    '(1.0) can0 7E0#00xx',
    'xyzzy'
  ])('counts a line that is none: %s', (line) => {
    const { log, broken, brokenAt } = readCandump(
      text(`(1.0) can0 7E0#00\n${line}\n(2.0) can0 7E0#01\n`)
    );
    expect([log.count, broken, brokenAt]).toEqual([2, 1, [2]]);
  });
  it('reads ASC in decimal, relative, with remote requests, error frames and longer frames', () => {
    const { log, broken, longer } = readAsc(
      text(
        [
          'date Fri Nov 27 06:00:00.000 am 2026',
          'base dec  timestamps relative',
          'internal events logged',
          '// a remark',
          'Begin Triggerblock Fri Nov 27 06:00:00.000 am 2026',
          '   0.000000 Start of measurement',
          '   0.010000 1  2016            Tx   d 3 2 16 3',
          '   0.005000 1  417018865x      Rx   d 8 1 2 3 4 5 6 7 255 Length = 246000 BitCount = 127',
          '   0.001000 1  291             Rx   r',
          '   0.001000 1  ErrorFrame',
          '   0.001000 CANFD 1 Rx 123 1 0 8 8 00 11 22 33 44 55 66 77',
          '   0.001000 1  300             Rx   d 2 1 256',
          'End TriggerBlock'
        ].join('\r\n')
      )
    );
    expect([log.count, broken, longer]).toEqual([3, 1, 1]);
    expect(rowsOf(log)[0]).toEqual([10_000, 0x7e0, [2, 16, 3], true]);
    expect(rowsOf(log)[1]?.slice(0, 2)).toEqual([15_000, (417_018_865 | EXTENDED) >>> 0]);
  });
  it('reads captures of both byte orders and both resolutions, and says what it does not read', () => {
    const log = logOf([[1_000_001_000_002, 0x7e8, [1, 2, 3]]]);
    const little = writePcap(log);
    const big = new Uint8Array(little.length);
    const [from, to] = [new DataView(little.buffer), new DataView(big.buffer)];
    big.set(little);
    to.setUint32(0, 0xa1b23c4d, false);
    for (const at of [16, 20, 24, 32, 36]) to.setUint32(at, from.getUint32(at, true), false);
    to.setUint32(28, from.getUint32(28, true) * 1000, false);
    const read = readPcap(big);
    expect(read.ok && rowsOf(read.value.log)).toEqual(rowsOf(log));
    to.setUint32(20, 1, false);
    expect(readPcap(big)).toMatchObject({ problem: { code: 'trace.link.other' } });
    // the end of a capture that was cut
    const cut = readPcap(little.subarray(0, little.length - 3));
    expect(cut.ok && [cut.value.log.count, cut.value.broken]).toEqual([0, 1]);
  });
  it('tells formats by what they hold, and refuses the rest with a reason', () => {
    const log = logOf([[5, 0x7e8, [1]]]);
    expect(formatOf(writePcap(log))).toBe('pcap');
    expect(formatOf(text(writeAsc(log)))).toBe('asc');
    expect(formatOf(text(writeCandump(log)))).toBe('candump');
    const codeOf = (bytes: Uint8Array) => {
      const loaded = loadLog(bytes);
      return loaded.ok ? loaded.value.format : loaded.problem.code;
    };
    expect(codeOf(new Uint8Array(0))).toBe('trace.file.empty');
    expect(codeOf(hex('0a0d0d0a00000000'))).toBe('trace.file.pcapng');
    expect(codeOf(text('once upon a time\n'))).toBe('trace.file.unknown');
    expect(codeOf(text('base hex  timestamps absolute\n'))).toBe('trace.file.empty');
    expect(codeOf(hex('d4c3b2a1'))).toBe('trace.file.unknown');
  });
  it('takes any bytes without a fault', () => {
    fc.assert(
      fc.property(
        fc.uint8Array({ maxLength: 400 }),
        fc.constantFrom('', '(1.0) can0 7E0#', 'base hex timestamps absolute\n 0.1 1 7E0 Rx d '),
        (bytes, head) => {
          const both = Uint8Array.from([...text(head), ...bytes]);
          loadLog(both);
          readPcap(
            Uint8Array.from([...hex('d4c3b2a1020004000000000000000000ffff0000e3000000'), ...bytes])
          );
        }
      )
    );
  });
});
