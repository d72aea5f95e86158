import { describe, expect, it } from 'vitest';
import { parseHex } from '../base/bytes.ts';
import vectors from '../vectors/obd.json' with { type: 'json' };
import { decodeParameter, decodeSupported, encodeSupported } from './parameters.ts';
import { decodeCodes, decodeVinAnswer, encodeCodes } from './services.ts';

interface Vector {
  source: string;
  verified: string;
  input: { hex: string };
  expected: string;
}
const hex = (text: string) => parseHex(text) as Uint8Array;

/** The numbers of a vector's text such as `01,03-07`. */
function expand(list: string): number[] {
  return list.split(',').flatMap((part) => {
    const [from, to = from] = part.split('-').map((n) => Number.parseInt(n, 16));
    return Array.from(
      { length: (to as number) - (from as number) + 1 },
      (_, i) => (from as number) + i
    );
  });
}

describe('published OBD answers', () => {
  for (const { source, verified, input, expected } of vectors as Vector[]) {
    it(`${input.hex} is ${expected} (${source}; ${verified})`, () => {
      const bytes = hex(input.hex);
      const data = bytes.subarray(1);
      if (bytes[0] === 0x41 && data[0] === 0) {
        const pids = expand(expected.replace('PIDs ', ''));
        expect(decodeSupported(data)).toEqual(pids);
        expect(encodeSupported(0, pids)).toEqual(data.slice());
      } else if (bytes[0] === 0x41) {
        const [value, unit] = expected.split(' ') as [string, string];
        const reading = decodeParameter(data);
        expect(reading?.value).toBeCloseTo(Number(value), 2);
        expect(reading?.unit.replace('°', 'deg')).toBe(unit);
      } else if (bytes[0] === 0x49) {
        const vin = decodeVinAnswer(data);
        expect(vin.ok && `VIN ${vin.value}`).toBe(expected);
      } else {
        const codes = decodeCodes(data);
        const wanted = expected.startsWith('no ') ? [] : expected.split(',');
        expect(codes.ok && codes.value).toEqual(wanted);
        if (wanted.length > 0) expect(encodeCodes(wanted)).toEqual(data.slice());
      }
    });
  }
});

it('what is cut short or strange is refused', () => {
  expect(decodeCodes(hex('020143C1'))).toMatchObject({ problem: { code: 'obd.answer.short' } });
  expect(decodeCodes(new Uint8Array(0)).ok).toBe(false);
  expect(decodeVinAnswer(hex('0401'))).toMatchObject({ problem: { code: 'uds.answer.nonsense' } });
  expect(decodeVinAnswer(hex('02013147'))).toMatchObject({ problem: { code: 'obd.answer.short' } });
  expect(decodeParameter(hex('0C1A'))).toBeUndefined();
  expect(decodeParameter(hex('FE00'))).toBeUndefined();
  expect(decodeParameter(new Uint8Array(0))).toBeUndefined();
  expect(() => encodeCodes(['P0201', 'oops'])).toThrow(RangeError);
});
it('the supply voltage is in millivolts over two bytes (SAE J1979 parameter 42, from memory)', () => {
  expect(decodeParameter(hex('423390'))).toMatchObject({ value: 13.2, unit: 'V' });
});

it.each([
  // padding in front and behind is none of it; anything inside that no VIN holds makes it nonsense
  ['000000', '', '1G4AH59H45G118341', 'ok 1G4AH59H45G118341'],
  ['', '0000', '1G4AH59H45G118341', 'ok 1G4AH59H45G118341'],
  ['', '', '1G4AH59H\u000045G118341', 'uds.answer.nonsense'],
  ['', '', '1G4AH59H\u000745G11834', 'uds.answer.nonsense'],
  ['', '', '1G4AH59H.5G118341', 'uds.answer.nonsense'],
  ['', '', '1g4ah59h45g118341', 'uds.answer.nonsense'],
  ['', '', 'IG4AH59H45G118341', 'uds.answer.nonsense'],
  ['', '', '1G4AH59H45G1183411', 'uds.answer.nonsense'],
  ['0000', '', '1G4AH59H45G11834', 'obd.answer.short']
])('a VIN with %j in front and %j behind: %j is %s', (front, behind, text, said) => {
  const bytes = Uint8Array.from(text, (c) => c.charCodeAt(0));
  const answer = decodeVinAnswer(Uint8Array.of(2, 1, ...hex(front), ...bytes, ...hex(behind)));
  expect(answer.ok ? `ok ${answer.value}` : answer.problem.code).toBe(said);
});
