import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseHex } from '../base/bytes.ts';
import { decodePci, decodeStMin, encodeFirst, encodeFlow, encodeSingle } from './pci.ts';

const pci = (hex: string) => decodePci(parseHex(hex) as Uint8Array);

describe('protocol control information (ISO 15765-2, vectors run through tshark)', () => {
  it('single, first, consecutive', () => {
    expect(pci('021003AAAAAAAAAA')).toEqual({ type: 'single', payload: Uint8Array.of(0x10, 3) });
    expect(pci('101462F190314D38')).toMatchObject({ type: 'first', lengthBytes: 20 });
    expect(pci('1FFF000000000000')).toMatchObject({ type: 'first', lengthBytes: 4095 });
    expect(pci('1000000013880102')).toMatchObject({ type: 'first', lengthBytes: 5000 });
    expect(pci('2147444D3941584B')).toMatchObject({ type: 'consecutive', sequence: 1 });
  });
  it('flow control: go on, wait, overflow', () => {
    expect(pci('300000')).toEqual({ type: 'flow', status: 'continue', blockSize: 0, stMinUs: 0 });
    expect(pci('300814')).toMatchObject({ status: 'continue', blockSize: 8, stMinUs: 20_000 });
    expect(pci('310000')).toMatchObject({ status: 'wait' });
    expect(pci('320000')).toMatchObject({ status: 'overflow' });
  });
  it('calls by name what makes no sense', () => {
    for (const hex of [
      '',
      '00',
      '0812',
      '0510',
      '10',
      '1005000000000000',
      '100000000FFF0000',
      '33',
      '3300',
      '40'
    ]) {
      expect(pci(hex).type, hex).toBe('invalid');
    }
  });
  it('STmin bytes, reserved ones as 127 ms (Linux net/can/isotp.c)', () => {
    expect([0x00, 0x7f, 0x80, 0xf0, 0xf1, 0xf9, 0xfa].map(decodeStMin)).toEqual([
      0, 127_000, 127_000, 127_000, 100, 900, 127_000
    ]);
  });
  it('fills unused bytes with AA', () => {
    expect(encodeSingle(Uint8Array.of(0x10, 3))).toEqual(parseHex('021003AAAAAAAAAA'));
    expect(encodeFlow('continue', 8, 0x14)).toEqual(parseHex('300814AAAAAAAAAA'));
    expect(encodeFirst(new Uint8Array(5000)).data.subarray(0, 6)).toEqual(parseHex('100000001388'));
  });
  it('never throws', () => {
    fc.assert(fc.property(fc.uint8Array({ maxLength: 8 }), (d) => void decodePci(d)));
  });
});
