/** Longest text that is looked at. Units: characters. */
export const MAX_LABEL_TEXT = 4_000;
/** Words that may belong to one number, as in `0 731 204 418`. */
const MOST_WORDS = 4;
const MOST_NUMBERS = 600;

/**
 * What may be a number in a label's text: every word, and up to four words of a line put together, without blanks and
 * dots, in capitals. Leading zeros stay. Words with a digit only: what has none is no number.
 * Example: `HW 0 731 204 418` holds `0731204418`.
 */
export function findNumbers(text: string): string[] {
  const found = new Set<string>();
  for (const line of text.slice(0, MAX_LABEL_TEXT).split(/[\n\r\t,;:|]+/)) {
    const words = line
      .toUpperCase()
      .split(/\s+/)
      .map((w) => w.replaceAll(/[^0-9A-Z/-]/g, '').replaceAll(/^[-/]+|[-/]+$/g, ''))
      .filter((w) => w !== '');
    for (let i = 0; i < words.length; i++) {
      for (let count = 1; count <= MOST_WORDS && i + count <= words.length; count++) {
        const joined = words.slice(i, i + count).join('');
        if (/\d/.test(joined) && joined.length >= 3 && joined.length <= 24) found.add(joined);
        if (found.size >= MOST_NUMBERS) return [...found];
      }
    }
  }
  return [...found];
}
