import { encodeAscii } from '../base/bytes.ts';
import { fail, ok, type Result } from '../base/result.ts';

/** Bytes that are looked for: where `mask` has a bit, `value` says what it must be. */
export interface BytePattern {
  readonly value: Uint8Array;
  readonly mask: Uint8Array;
}

export type PatternKind = 'hex' | 'text' | 'number';

/** Longer patterns are none that a person types. Units: bytes. */
const MOST_BYTES = 256;

/**
 * What a person looks for. `hex`: pairs of digits, `?` for any digit; `text`: characters as they stand; `number`: decimal or 0x, in the fewest
 * bytes of 1, 2, 4 or 8 that hold it, little or big end first. Errors: `search.pattern.empty`, `search.pattern.malformed`.
 */
export function parsePattern(
  text: string,
  kind: PatternKind,
  { littleEndian = false } = {}
): Result<BytePattern> {
  if (text.trim() === '') return fail('search.pattern.empty');
  const told =
    kind === 'hex'
      ? parseMasked(text)
      : kind === 'text'
        ? exactText(text)
        : parseNumber(text, littleEndian);
  if (!told || told.value.length > MOST_BYTES)
    return fail('search.pattern.malformed', { text: text.slice(0, 40), kind });
  if (told.mask.every((m) => m === 0)) return fail('search.pattern.empty');
  return ok(told);
}

const exact = (value: Uint8Array): BytePattern => ({
  value,
  mask: new Uint8Array(value.length).fill(0xff)
});

const exactText = (text: string) =>
  [...text].every((c) => c <= '\u007f') ? exact(encodeAscii(text)) : undefined;

function parseMasked(text: string): BytePattern | undefined {
  const digits = text.replaceAll(/0x|[\s,]/gi, '');
  if (digits.length % 2 !== 0 || !/^[0-9a-f?]+$/i.test(digits)) return undefined;
  const byteAt = (i: number, digitOf: (c: string) => string) =>
    Number.parseInt([...digits.slice(2 * i, 2 * i + 2)].map(digitOf).join(''), 16);
  const length = digits.length / 2;
  return {
    value: Uint8Array.from({ length }, (_, i) => byteAt(i, (c) => (c === '?' ? '0' : c))),
    mask: Uint8Array.from({ length }, (_, i) => byteAt(i, (c) => (c === '?' ? '0' : 'f')))
  };
}

function parseNumber(text: string, littleEndian: boolean): BytePattern | undefined {
  if (!/^(0x[0-9a-f]+|\d+)$/i.test(text.trim())) return undefined;
  const value = BigInt(text.trim());
  const width = [1, 2, 4, 8].find((w) => value < 1n << BigInt(8 * w));
  if (width === undefined) return undefined;
  const bytes = Uint8Array.from({ length: width }, (_, i) =>
    Number((value >> BigInt(8 * (width - 1 - i))) & 0xffn)
  );
  return exact(littleEndian ? bytes.reverse() : bytes);
}

/** The first place at or after `from` where the pattern stands; -1 for none. Time: linear. */
export function findNext(bytes: Uint8Array, pattern: BytePattern, from: number): number {
  const { value, mask } = pattern;
  // a byte without a hole in its mask finds the candidates by the native search
  const anchor = mask.indexOf(0xff);
  const last = bytes.length - value.length;
  for (let at = Math.max(0, from); at <= last; at++) {
    if (anchor >= 0) {
      const found = bytes.indexOf(value[anchor] as number, at + anchor);
      if (found < 0 || found - anchor > last) return -1;
      at = found - anchor;
    }
    if (standsAt(bytes, pattern, at)) return at;
  }
  return -1;
}

/** The last place at or before `from`; -1 for none. */
export function findPrevious(bytes: Uint8Array, pattern: BytePattern, from: number): number {
  for (let at = Math.min(from, bytes.length - pattern.value.length); at >= 0; at--)
    if (standsAt(bytes, pattern, at)) return at;
  return -1;
}

function standsAt(bytes: Uint8Array, { value, mask }: BytePattern, at: number): boolean {
  for (let i = 0; i < value.length; i++)
    if ((((bytes[at + i] as number) ^ (value[i] as number)) & (mask[i] as number)) !== 0)
      return false;
  return true;
}
