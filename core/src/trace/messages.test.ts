import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { carriesDiagnosis, decodeLog, PCI_KINDS, payloadOf } from './decode-log.ts';
import { describeMessage, wordsOfName } from './describe-message.ts';
import { anyLogOf, hex, logOf, type Row } from './examples.ts';
import { filterLog, type LogFilter } from './filter-log.ts';
import { EXTENDED, formatId, REMOTE, type FrameLog } from './frame-log.ts';
import { writeCandump } from './write-text.ts';

const anyLog = anyLogOf(fc);

describe('messages', () => {
  const kindsOf = (log: FrameLog) => [...decodeLog(log).kinds].map((k) => PCI_KINDS[k]);
  it('puts a long answer together, flow control and padding left out (ISO 15765-2)', () => {
    const log = logOf([
      [1, 0x7e0, [3, 0x22, 0xf1, 0x90, 0xaa, 0xaa, 0xaa, 0xaa]],
      [2, 0x7e8, [0x10, 20, 0x62, 0xf1, 0x90, 1, 2, 3]],
      [3, 0x7e0, [0x30, 0, 0]],
      [4, 0x7e8, [0x21, 4, 5, 6, 7, 8, 9, 10]],
      [5, 0x123, [0x21, 4, 5]],
      [6, 0x7e8, [0x22, 11, 12, 13, 14, 15, 16, 17]]
    ]);
    const decoded = decodeLog(log);
    expect(kindsOf(log)).toEqual(['single', 'first', 'flow', 'consecutive', 'none', 'consecutive']);
    expect([...payloadOf(decoded, 1)].slice(3)).toEqual(
      Array.from({ length: 17 }, (_, i) => i + 1)
    );
    expect([...decoded.messageOf]).toEqual([0, 1, -1, 1, -1, 1]);
    expect(decoded.lastFrame[1]).toBe(5);
  });
  it('a message that is never ended, or broken off, keeps what came', () => {
    const log = logOf([
      [1, 0x7e8, [0x10, 20, 1, 2, 3, 4, 5, 6]],
      [2, 0x7e8, [0x22, 7, 7, 7, 7, 7, 7, 7]],
      [3, 0x7e8, [0x21, 7, 7, 7, 7, 7, 7, 7]],
      [4, 0x7e8, [0x10, 30, 1, 2, 3, 4, 5, 6]],
      [5, 0x7e8, [0x21, 7, 8, 9, 10, 11, 12, 13]]
    ]);
    const decoded = decodeLog(log);
    expect(kindsOf(log)).toEqual(['first', 'broken', 'orphan', 'first', 'consecutive']);
    expect([decoded.length[0], decoded.announced[0]]).toEqual([6, 20]);
    expect([decoded.length[1], decoded.announced[1]]).toEqual([13, 30]);
  });
  it('a log full of beginnings that announce everything takes no more room than it has bytes', () => {
    const rows: Row[] = Array.from({ length: 20_000 }, (_, i) => [
      i,
      0x700 + (i % 256),
      [0x10, 0, 0xff, 0xff, 0xff, 0xff, 1, 2]
    ]);
    expect(decodeLog(logOf(rows)).payload.length).toBe(40_000);
  });
  it('which ids carry diagnosis', () => {
    const ids = [0x7e0, 0x6ff, 0x123, 0x7e8 | REMOTE, 0x18da10f1 | EXTENDED, 0x18ff10f1 | EXTENDED];
    expect(ids.map((id) => carriesDiagnosis(id >>> 0))).toEqual([
      true,
      false,
      false,
      false,
      true,
      false
    ]);
  });
  it('holds for any log: every message lies in the payload, every frame of one is between its ends', () => {
    fc.assert(
      fc.property(anyLog, (log) => {
        const decoded = decodeLog(log, () => true);
        for (let m = 0; m < decoded.messages; m++)
          expect((decoded.start[m] ?? 0) + (decoded.length[m] ?? 0)).toBeLessThanOrEqual(
            decoded.payload.length
          );
        for (let i = 0; i < log.count; i++) {
          const m = decoded.messageOf[i] ?? -1;
          if (m >= 0)
            expect(i >= (decoded.firstFrame[m] ?? 0) && i <= (decoded.lastFrame[m] ?? 0)).toBe(
              true
            );
        }
      })
    );
  });
});

describe('what a message says (ISO 14229-1)', () => {
  it.each([
    ['22F190', 'request', 'read data by identifier', 'F190 VIN', ''],
    ['62F19031', 'answer', 'read data by identifier', 'F190 VIN', ''],
    [
      '7F2278',
      'pending',
      'read data by identifier',
      '',
      'request correctly received response pending'
    ],
    ['7F2733', 'negative', 'security access', '', 'security access denied'],
    ['7F31EE', 'negative', 'routine control', '', '0xEE'],
    ['3500440008000000010000', 'request', 'request upload', '65536 bytes at 00080000', ''],
    ['3601AABB', 'request', 'transfer data', 'block 01', ''],
    ['7601AABB', 'answer', 'transfer data', 'block 01', ''],
    ['3101FF00', 'request', 'routine control', 'FF00', ''],
    ['1003', 'request', 'diagnostic session control', '03', ''],
    ['7F22', 'other', '', '', ''],
    ['', 'other', '', '', '']
  ])('%s', (bytes, ...words) => {
    const [kind, service, about, reason] = words;
    expect(describeMessage(hex(bytes))).toMatchObject({
      kind,
      service,
      about,
      reason
    });
  });
  it('names become words', () => {
    expect(['ECUReset', 'readDTCInformation', 'WriteDataByIdentifier'].map(wordsOfName)).toEqual([
      ...['ECU reset', 'read DTC information', 'write data by identifier']
    ]);
  });
  it('takes any bytes', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 20 }), (bytes) => void describeMessage(bytes))
    );
  });
});

describe('filters', () => {
  const log = logOf([
    [10, 0x7e0, [3, 0x22, 0xf1, 0x90]],
    [20, 0x7e8, [0x10, 20, 0x62, 0xf1, 0x90, 0x55, 0x38, 0x48]],
    [30, 0x7e0, [0x30, 0, 0]],
    [40, 0x7e8, [0x21, 1, 2, 3, 4, 5, 6, 7]],
    [50, 0x7e8, [0x22, 8, 9, 10, 11, 12, 13, 14]],
    [60, 0x7e0, [2, 0x27, 1]],
    [70, 0x7e8, [3, 0x7f, 0x27, 0x33]],
    [80, 0x321, [0xde, 0xad]]
  ]);
  const decoded = decodeLog(log);
  const rows = (filter: LogFilter) => [...filterLog(log, decoded, filter)];
  it.each<[string, LogFilter, number[]]>([
    ['nothing', {}, [0, 1, 2, 3, 4, 5, 6, 7]],
    ['an id', { ids: [0x7e0] }, [0, 2, 5]],
    ['a time', { fromUs: 20, toUs: 40 }, [1, 2, 3]],
    ['negative answers', { kinds: ['negative'] }, [6]],
    ['messages', { messagesOnly: true }, [0, 1, 5, 6]],
    ['a service', { text: 'security' }, [5, 6]],
    ['an identifier', { text: 'vin' }, [0, 1, 3, 4]],
    ['bytes over two frames', { text: '48 01' }, [1, 3, 4]],
    ['bytes of a frame without a message', { text: 'dead' }, [7]],
    ['all of it', { ids: [0x7e8], kinds: ['answer'], text: 'vin', messagesOnly: true }, [1]],
    ['what is not there', { text: 'xyzzy' }, []]
  ])('%s', (_, filter, expected) => {
    expect(rows(filter)).toEqual(expected);
  });
  it('what passes can be written out alone', () => {
    const out = writeCandump(log, filterLog(log, decoded, { ids: [0x321] }));
    expect(out).toBe('(0.000080) can0 321#DEAD\n');
    expect(formatId(log.ids[7] ?? 0)).toBe('321');
  });
});
