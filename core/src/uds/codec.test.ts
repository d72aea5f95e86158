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
