import { fail, ok, type Result } from '../base/result.ts';

export interface Vin {
  readonly text: string;
  readonly lastSeven: string;
  /** `absent`: position 9 is not a check character, as in Europe, and nothing is to be refused. */
  readonly checkDigit: 'holds' | 'differs' | 'absent';
}

const WEIGHTS = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2];
const VALUES = new Map<string, number>([
  ...[...'ABCDEFGH'].map((c, i): [string, number] => [c, i + 1]),
  ...[...'JKLMN'].map((c, i): [string, number] => [c, i + 1]),
  ['P', 7],
  ['R', 9],
  ...[...'STUVWXYZ'].map((c, i): [string, number] => [c, i + 2]),
  ...[...'0123456789'].map((c, i): [string, number] => [c, i])
]);

/**
 * Reads a vehicle identification number. Blanks are dropped and letters raised.
 * Errors: `vin.length.wrong`, `vin.letter.forbidden` (with its place, counted from 1).
 * Source: character set and weights of 49 CFR 565.15; ISO 3779 leaves the check digit optional.
 * Example: `1G4AH59H45G118341` holds with check digit 4.
 */
export function parseVin(input: string): Result<Vin> {
  const text = input.replaceAll(/\s/g, '').toUpperCase();
  if (text.length !== 17) return fail('vin.length.wrong', { found: text.length });
  const bad = [...text].findIndex((c) => !VALUES.has(c));
  if (bad >= 0) return fail('vin.letter.forbidden', { place: bad + 1, found: text.charAt(bad) });
  const nine = text.charAt(8);
  const sum = [...text].reduce(
    (s, c, i) => s + (VALUES.get(c) as number) * (WEIGHTS[i] as number),
    0
  );
  const expected = sum % 11 === 10 ? 'X' : String(sum % 11);
  const checkDigit = nine === expected ? 'holds' : /[0-9X]/.test(nine) ? 'differs' : 'absent';
  return ok({ text, lastSeven: text.slice(-7), checkDigit });
}
