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

/** Letters of other alphabets that look like ours, as they come out of a text field or a picture. */
const LOOK_ALIKES: Readonly<Record<string, string>> = {
  ...{
    А: 'A',
    В: 'B',
    Е: 'E',
    К: 'K',
    М: 'M',
    Н: 'H',
    О: 'O',
    Р: 'P',
    С: 'C',
    Т: 'T',
    У: 'Y',
    Х: 'X'
  },
  ...{ Ѕ: 'S', Ј: 'J', І: 'I' },
  ...{
    Α: 'A',
    Β: 'B',
    Ε: 'E',
    Ζ: 'Z',
    Η: 'H',
    Κ: 'K',
    Μ: 'M',
    Ν: 'N',
    Ρ: 'P',
    Τ: 'T',
    Υ: 'Y',
    Χ: 'X'
  }
};

/**
 * The VIN that was probably meant: look-alikes of other alphabets replaced, and what no VIN holds turned into what is
 * misread for it (O and Q to 0, I to 1). Undefined when nothing changes or the outcome is no VIN.
 * It is only offered: nothing is changed by itself. Example: a Cyrillic `С` becomes `C`.
 */
export function proposeVin(input: string): string | undefined {
  const raw = [...input.replaceAll(/[\s-]/g, '')]
    // one letter stays one letter: what grows when it is raised is none of ours
    .map((c) => (c.toUpperCase().length === c.length ? c.toUpperCase() : c))
    .join('');
  const text = [...raw]
    .map((c) => LOOK_ALIKES[c] ?? c)
    .join('')
    .replaceAll(/[OQ]/g, '0')
    .replaceAll('I', '1');
  return text !== raw && parseVin(text).ok ? text : undefined;
}

/** The check digit that the other characters of a VIN ask for. Shape: 17 characters of its set. Source: 49 CFR 565.15. */
export function computeCheckDigit(text: string): string {
  const sum = [...text].reduce((s, c, i) => s + (VALUES.get(c) ?? 0) * (WEIGHTS[i] as number), 0);
  return sum % 11 === 10 ? 'X' : String(sum % 11);
}

/**
 * Reads a vehicle identification number. Blanks are dropped and letters raised.
 * Errors: `vin.length.wrong`, `vin.letter.foreign` (another alphabet's look-alike), `vin.letter.forbidden`, with the
 * place counted from 1, and `vin.digit.empty` for one character seventeen times over.
 * Source: character set and weights of 49 CFR 565.15; ISO 3779 leaves the check digit optional.
 * Example: `1G4AH59H45G118341` holds with check digit 4.
 */
export function parseVin(input: string): Result<Vin> {
  // looked at before letters are raised: ß would become two letters, and other small letters one of ours
  const bare = input.replaceAll(/\s/g, '');
  const letters = [...bare];
  if (letters.length !== 17) return fail('vin.length.wrong', { found: letters.length });
  const foreign = letters.findIndex((c) => c > '\u007f');
  if (foreign >= 0)
    return fail('vin.letter.foreign', { place: foreign + 1, found: letters[foreign] as string });
  const text = bare.toUpperCase();
  const bad = [...text].findIndex((c) => !VALUES.has(c));
  if (bad >= 0) return fail('vin.letter.forbidden', { place: bad + 1, found: text.charAt(bad) });
  if (new Set(text).size === 1) return fail('vin.digit.empty', { found: text.charAt(0) });
  const nine = text.charAt(8);
  const expected = computeCheckDigit(text);
  const checkDigit = nine === expected ? 'holds' : /[0-9X]/.test(nine) ? 'differs' : 'absent';
  return ok({ text, lastSeven: text.slice(-7), checkDigit });
}
