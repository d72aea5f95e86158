import { describe, expect, it } from 'vitest';
import { formatHex, parseHex } from '../base/bytes.ts';
import vectors from '../vectors/uds.json' with { type: 'json' };
import {
  decodeMaxBlock,
  decodeResponse,
  decodeTransferRequest,
  encodeEraseOptions,
  encodeReadDid,
  encodeRequestDownload,
  encodeRequestSeed,
  encodeRequestUpload,
  encodeSendKey,
  encodeSession,
  encodeStartRoutine,
  encodeTransferData,
  encodeTransferExit,
  nameOfNrc,
  nextCounter
} from './codec.ts';
import { IDENTIFIER_NAMES, SERVICE_NAMES } from './services.ts';
import { computeTidemarkKey } from './security-key.ts';

const bytes = (hex: string) => parseHex(hex) as Uint8Array;
const has = (hex: string) => vectors.some((v) => v.input.hex === hex);

describe('UDS messages (ISO 14229-1; each vector decoded by tshark or scapy)', () => {
  const built: readonly [string, Uint8Array][] = [
    ['1003', encodeSession(3)],
    ['22F190', encodeReadDid(0xf190)],
    ['2701', encodeRequestSeed(1)],
    ['2702C9A9', encodeSendKey(1, bytes('C9A9'))],
    ['3500440800000000001000', encodeRequestUpload({ start: 0x08000000, end: 0x08001000 })],
    ['3601', encodeTransferData(1)],
    ['37', encodeTransferExit()]
  ];
  for (const [hex, message] of built) {
    it(hex, () => {
      expect(has(hex)).toBe(true);
      expect(formatHex(message)).toBe(hex);
    });
  }
  it('reads 34 and 35 requests of other widths: the standard’s worked examples', () => {
    expect(has('34113360200000FFFF') && has('3511332010000001FF')).toBe(true);
    expect(decodeTransferRequest(bytes('34113360200000FFFF'))).toEqual({
      sid: 0x34,
      address: 0x602000,
      lengthBytes: 0xffff
    });
    expect(decodeTransferRequest(bytes('3511332010000001FF'))).toMatchObject({
      address: 0x201000,
      lengthBytes: 0x1ff
    });
    expect(decodeTransferRequest(bytes('351133201000'))).toBeUndefined();
    expect(decodeTransferRequest(bytes('35'))).toBeUndefined();
  });
  it('block length 20 0081 is 129, and nonsense is refused', () => {
    expect(decodeMaxBlock(bytes('200081'))).toEqual({ ok: true, value: 129 });
    expect(decodeMaxBlock(bytes('2000')).ok).toBe(false);
    expect(decodeMaxBlock(bytes('200002')).ok).toBe(false);
    expect(decodeMaxBlock(new Uint8Array(0)).ok).toBe(false);
  });
  it('tells positive from negative, with the names of annex A', () => {
    expect(decodeResponse(bytes('7F2735'))).toEqual({ type: 'negative', sid: 0x27, nrc: 0x35 });
    for (const v of vectors) {
      const expected = v.expected as { nrc?: string; name?: string };
      if (expected.nrc) expect(nameOfNrc(Number(expected.nrc))).toBe(expected.name);
    }
    expect(nameOfNrc(0xf7)).toBe('0xF7');
    expect(decodeResponse(bytes('5003003201F4'))).toMatchObject({ type: 'positive', sid: 0x10 });
    for (const hex of ['', '7F27', '22F190'])
      expect(decodeResponse(bytes(hex)).type).toBe('malformed');
  });
  it('counts blocks past FF to 00', () => {
    expect([1, 254, 255].map(nextCounter)).toEqual([2, 255, 0]);
  });
  it('lays erase and download out to the last address of 32 bits', () => {
    const range = { start: 0xffff0000, end: 2 ** 32 };
    expect(formatHex(encodeRequestDownload(range))).toBe('340044FFFF000000010000');
    expect(formatHex(encodeStartRoutine(0xff00, encodeEraseOptions(range)))).toBe(
      '3101FF0044FFFF000000010000'
    );
  });
  it('the invented key depends on every bit of seed and constant', () => {
    const key = formatHex(computeTidemarkKey(bytes('00000001'), 0x5a17c3e9));
    expect(formatHex(computeTidemarkKey(bytes('00000001'), 0x5a17c3e9))).toBe(key);
    for (let bit = 0; bit < 32; bit++) {
      const seed = new Uint8Array(4);
      seed[bit >> 3] = 1 << (bit & 7);
      if (bit !== 24) expect(formatHex(computeTidemarkKey(seed, 0x5a17c3e9))).not.toBe(key);
    }
    expect(formatHex(computeTidemarkKey(bytes('00000001'), 0x5a17c3e8))).not.toBe(key);
    expect(() => computeTidemarkKey(new Uint8Array(3), 1)).toThrow(RangeError);
  });
});

describe('tables of the standard, as the reference file lists them (tshark and scapy agree on them)', () => {
  const range = (from: number, to: number) =>
    Array.from({ length: to - from + 1 }, (_, i) => from + i);
  it('names every negative response code', () => {
    const listed = [
      0x10,
      0x11,
      0x12,
      0x13,
      0x14,
      0x21,
      0x22,
      0x24,
      0x25,
      0x26,
      0x31,
      0x33,
      0x34,
      0x35,
      0x36,
      0x37,
      0x3a,
      ...range(0x50, 0x5d),
      0x70,
      0x71,
      0x72,
      0x73,
      0x78,
      0x7e,
      0x7f,
      // 8E is reserved
      ...range(0x81, 0x93).filter((n) => n !== 0x8e),
      0x94
    ];
    for (const nrc of listed) expect(nameOfNrc(nrc), nrc.toString(16)).toMatch(/^[a-z]\w{4,}$/i);
    expect(nameOfNrc(0x8e)).toBe('0x8E');
    expect(nameOfNrc(0x22)).toBe('conditionsNotCorrect');
    expect(new Set(listed.map(nameOfNrc)).size).toBe(listed.length);
  });
  it('names every service and identifier', () => {
    const services = [
      0x10, 0x11, 0x14, 0x19, 0x22, 0x23, 0x24, 0x27, 0x28, 0x29, 0x2a, 0x2c, 0x2e, 0x2f, 0x31,
      0x34, 0x35, 0x36, 0x37, 0x38, 0x3d, 0x3e, 0x84, 0x85, 0x86, 0x87
    ];
    const obd = [0x01, 0x02, 0x03, 0x04, 0x06, 0x07, 0x08, 0x09, 0x0a];
    for (const sid of [...services, ...obd])
      expect(SERVICE_NAMES[sid], sid.toString(16)).toBeDefined();
    const identifiers = [
      0xf180,
      0xf181,
      0xf182,
      0xf186,
      ...range(0xf187, 0xf18c),
      0xf190,
      0xf191,
      ...range(0xf192, 0xf195),
      0xf197,
      0xf198,
      0xf199,
      0xf19e
    ];
    for (const did of identifiers) expect(IDENTIFIER_NAMES[did], did.toString(16)).toBeDefined();
  });
  it('a block that no message carries is cut to one that does', () => {
    const most = (text: string) => decodeMaxBlock(parseHex(text) as Uint8Array);
    expect(most('200081')).toEqual({ ok: true, value: 129 });
    expect(most('200FFF')).toEqual({ ok: true, value: 4095 });
    expect(most('201000')).toEqual({ ok: true, value: 4095 });
    expect(most('40FFFFFFFF')).toEqual({ ok: true, value: 4095 });
  });
});
