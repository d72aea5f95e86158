import { describe, expect, it } from 'vitest';
import vectors from '../vectors/vin.json' with { type: 'json' };
import { parseVin, proposeVin } from './vin.ts';

interface Vector {
  source: string;
  input: { vin?: string };
  expected: { check_digit_matches?: boolean };
}

describe('published VINs', () => {
  for (const { input, expected, source } of vectors as unknown as Vector[]) {
    if (!input.vin) continue;
    it(`${input.vin} (${source})`, () => {
      const vin = parseVin(input.vin as string);
      if (/^0+$/.test(input.vin as string)) {
        // nothing but zeros passes the arithmetic and names no vehicle
        expect(vin).toMatchObject({ ok: false, problem: { code: 'vin.digit.empty' } });
        return;
      }
      if (!vin.ok) throw new Error(vin.problem.code);
      expect(vin.value.checkDigit === 'holds').toBe(expected.check_digit_matches);
      expect(vin.value.lastSeven).toBe(input.vin?.slice(-7));
    });
  }
});
it('does not refuse a VIN without a check digit (ISO 3779 leaves it optional)', () => {
  const vin = parseVin('WVWZZZ1JZXW000001');
  expect(vin.ok && vin.value.checkDigit).toBe('absent');
});
it('names the length and the place of a forbidden character', () => {
  expect(parseVin('1G4AH59H45G11834')).toMatchObject({
    ok: false,
    problem: { code: 'vin.length.wrong', params: { found: 16 } }
  });
  expect(parseVin('1G4AH59H45GO18341')).toMatchObject({
    ok: false,
    problem: { code: 'vin.letter.forbidden', params: { place: 12, found: 'O' } }
  });
  // a Cyrillic look-alike is no Latin letter
  expect(parseVin('1G4АH59H45G118341').ok).toBe(false);
});
it('forgives blanks and small letters', () => {
  expect(parseVin(' 1g4ah59h4 5g118341 ')).toMatchObject({
    ok: true,
    value: { text: '1G4AH59H45G118341' }
  });
});

describe('letters that grow or change when they are raised', () => {
  it.each([
    ['1G4AH59H45G11834ß', 'vin.letter.foreign'],
    // sixteen characters that upper-casing would make seventeen
    ['1G4AH59H45G1183ß', 'vin.length.wrong'],
    ['1G4AH59H45G11834ı', 'vin.letter.foreign'],
    ['1G4AH59H45G11834ſ', 'vin.letter.foreign'],
    ['1G4AH59H45G1183ﬀ', 'vin.length.wrong'],
    ['1G4AH59H45G11834😀', 'vin.letter.foreign']
  ])('%s is refused', (text, code) => {
    const parsed = parseVin(text);
    expect(parsed.ok ? 'ok' : parsed.problem.code).toBe(code);
    expect(proposeVin(text)?.length ?? 17).toBe(17);
  });
});
