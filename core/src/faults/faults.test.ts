import { describe, expect, it } from 'vitest';
import { formatHex, parseHex } from '../base/bytes.ts';
import vectors from '../vectors/dtc.json' with { type: 'json' };
import { decodeFaultReport, encodeFaultReport } from '../uds/faults.ts';
import { decodeCodes } from '../obd/services.ts';
import { describeFailureType } from './failure-types.ts';
import { decodeFault, encodeFault, formatFault } from './fault.ts';
import { classifyStanding, decodeStatus, isFault, STATUS_BITS } from './status.ts';
import { describeCode, encodeCode, formatCode, parseCode } from './trouble-code.ts';

interface Vector {
  source: string;
  input: { hex?: string; status?: string; status_bit?: number };
  expected: unknown;
}
const hex = (text: string) => parseHex(text) as Uint8Array;

describe('published fault-code vectors', () => {
  for (const { source, input, expected } of vectors as Vector[]) {
    it(`${JSON.stringify(input)} (${source})`, () => {
      if (input.status_bit !== undefined) {
        expect(STATUS_BITS[input.status_bit]).toBe(expected);
        expect(decodeStatus(1 << input.status_bit)).toEqual([expected]);
        return;
      }
      if (input.status !== undefined) {
        expect(decodeStatus(Number.parseInt(input.status, 16))).toEqual(expected);
        return;
      }
      const bytes = hex(input.hex as string);
      if (bytes.length === 2) {
        expect(formatCode(bytes[0]! * 256 + bytes[1]!)).toBe(expected);
      } else if (bytes.length === 3) {
        expect(formatFault(decodeFault(Uint8Array.of(...bytes, 0x09)))).toBe(expected);
      } else {
        const codes = decodeCodes(bytes.subarray(1));
        expect(codes.ok && codes.value).toEqual((expected as { dtcs: string[] }).dtcs);
      }
    });
  }
});

/**
 * A decoder of its own, written from the layout of the bits: two bits of letter, two of second digit, three nibbles.
 * Source: SAE J2012 / ISO 15031-6, as the reference vectors state it. The scapy check of all codes is in tests/.
 */
function independent(high: number, low: number): string {
  const bits = (high * 256 + low).toString(2).padStart(16, '0');
  const nibble = (i: number) => '0123456789ABCDEF'[Number.parseInt(bits.slice(i, i + 4), 2)];
  const letter = { '00': 'P', '01': 'C', '10': 'B', '11': 'U' }[bits.slice(0, 2)] as string;
  return `${letter}${Number.parseInt(bits.slice(2, 4), 2)}${nibble(4)}${nibble(8)}${nibble(12)}`;
}

it('all 65 536 codes agree with an independent decoder and come back', () => {
  for (let value = 0; value < 65_536; value++) {
    const text = formatCode(value);
    if (text !== independent(value >> 8, value & 255)) throw new Error(`${value}: ${text}`);
    if (parseCode(text) !== value) throw new Error(`${text} does not come back`);
  }
  expect(() => formatCode(65_536)).toThrow(RangeError);
  expect(() => formatCode(1.5)).toThrow(RangeError);
  for (const no of ['P4000', 'X0100', 'P01', 'P01000', 'PO100', '']) {
    expect(parseCode(no), no).toBeUndefined();
  }
  expect(parseCode('u0158')).toBe(0xc158);
  expect(formatHex(encodeCode(0xc158))).toBe('C158');
});

it('tells by the number alone who gives a code its meaning (SAE J2012, from memory)', () => {
  const owner = (code: string) => describeCode(parseCode(code) as number);
  expect(owner('P0201')).toEqual({ system: 'powertrain', owner: 'standard' });
  expect(owner('P1234').owner).toBe('maker');
  expect(owner('P2002').owner).toBe('standard');
  expect(owner('P3399').owner).toBe('maker');
  expect(owner('P3400').owner).toBe('standard');
  expect(owner('B1000').owner).toBe('maker');
  expect(owner('C3000').owner).toBe('reserved');
  expect(owner('U0100')).toEqual({ system: 'network', owner: 'standard' });
});

it('puts the status byte into the five words of the trade (bits by ISO 14229-1 D.2)', () => {
  const word = (status: number) => classifyStanding({ status });
  expect(word(0x2f)).toBe('present');
  expect(word(0x2e)).toBe('stored');
  expect(word(0x28)).toBe('old');
  expect(word(0x24)).toBe('pending');
  expect(word(0x50)).toBe('untested');
  expect(classifyStanding({ status: undefined, list: 'pending' })).toBe('pending');
  expect(classifyStanding({ status: undefined, list: 'permanent' })).toBe('stored');
  expect(isFault({ status: 0x50 })).toBe(false);
  // every status byte has a word, and no byte without a failure bit is a fault
  for (let status = 0; status < 256; status++) {
    expect(isFault({ status })).toBe((status & 0b0010_1111) !== 0);
  }
});

it('fault reports come back, filler is dropped, broken ones are refused (ISO 14229-1, from memory)', () => {
  const faults = [
    { code: 'P2522', failureType: 0x1f, status: 0x24 },
    { code: 'U0158', failureType: 0x87, status: 0x09 }
  ];
  const data = encodeFaultReport({ availableMask: 0xff, faults });
  expect(formatHex(data)).toBe('02FF25221F24C1588709');
  expect(decodeFaultReport(data)).toEqual({ ok: true, value: { availableMask: 0xff, faults } });
  const padded = Uint8Array.of(...data, 0, 0, 0, 0);
  expect(decodeFaultReport(padded)).toMatchObject({ value: { faults } });
  expect(decodeFaultReport(data.subarray(0, 7))).toMatchObject({
    problem: { code: 'uds.answer.short' }
  });
  expect(decodeFaultReport(hex('0AFF'))).toMatchObject({
    problem: { code: 'uds.answer.nonsense' }
  });
  expect(decodeFaultReport(new Uint8Array(0)).ok).toBe(false);
  expect(() => decodeFault(hex('25221F'))).toThrow(RangeError);
  expect(() => encodeFault({ code: 'nix', failureType: 0, status: 0 })).toThrow(RangeError);
});

it('an unknown failure type keeps its number', () => {
  expect(describeFailureType(0x13)).toEqual({ kind: 'electrical', text: 'circuit open' });
  expect(describeFailureType(0xee)).toEqual({ kind: 'unknown', text: 'failure type 0xEE' });
});
