import { formatHex } from '../base/bytes.ts';
import { textBits } from '../transform/text-evidence.ts';
import { findTexts } from './find-text.ts';

/** A number as labels have it. */
export interface NumberPattern {
  /** What it is, and of which family. */
  readonly name: string;
  /** As the profile has it; anchored. */
  readonly pattern: string;
}

/** A number that stands in an image. Units: offset. */
export interface FoundNumber {
  readonly at: number;
  readonly text: string;
  /** What a profile calls such a number; empty where no profile knows it. */
  readonly names: readonly string[];
  /** Of a calibration id: the four bytes behind its slot, its verification number if it is one. */
  readonly verification: string | undefined;
}

const MOST = 100;
/** A part number has so many characters and digits. Common practice. */
const SHORTEST = 7;
const LONGEST = 18;
const LEAST_DIGITS = 5;
/** What chance makes of some kilobytes tells less, as a rule. Units: bits. */
const LEAST_BITS = 10;
/** Calibration id and verification number as diagnosis tells them: 16 and 4 bytes. Source: SAE J1979 (service 9), from memory. */
const ID_BYTES = 16;
const VERIFICATION_BYTES = 4;

/**
 * Numbers that look like those of labels, and calibration ids with what stands behind them. VINs are told elsewhere. Shape: ascending, at most 100.
 * `known`: patterns of profiles; a number that fits one is told with its name whatever else it looks like.
 */
export function findNumbers(
  bytes: Uint8Array,
  known: readonly NumberPattern[] = []
): readonly FoundNumber[] {
  const patterns = known.map(({ name, pattern }) => ({ name, test: new RegExp(pattern) }));
  const found: FoundNumber[] = [];
  for (const { at, text } of findTexts(bytes, { least: SHORTEST, most: 20_000 }))
    for (const { 0: token, index } of text.matchAll(
      /[A-Z0-9](?:[A-Z0-9]|[-./](?=[A-Z0-9])| (?=\d))*/g
    )) {
      if (found.length >= MOST) return found;
      const names = patterns.filter((p) => p.test.test(token)).map((p) => p.name);
      const start = at + index;
      const verification = verificationBehind(bytes, start, token.length);
      if (names.length > 0 || verification !== undefined || looksLikeNumber(token))
        found.push({ at: start, text: token, names, verification });
    }
  return found;
}

function looksLikeNumber(token: string): boolean {
  const digits = token.replaceAll(/\D/g, '').length;
  const fits = token.length >= SHORTEST && token.length <= LONGEST && token.length !== 17;
  return (
    fits && digits >= LEAST_DIGITS && digits >= token.length / 2 && textBits(token) >= LEAST_BITS
  );
}

/** The four bytes behind a slot of sixteen that a text fills up to its zeros; undefined where it is no such slot. */
function verificationBehind(bytes: Uint8Array, at: number, length: number): string | undefined {
  const end = at + ID_BYTES;
  if (length < 6 || length > ID_BYTES || end + VERIFICATION_BYTES > bytes.length) return undefined;
  const before = at > 0 ? (bytes[at - 1] as number) : 0;
  if (before >= 0x21 && before <= 0x7e) return undefined;
  const padding = bytes.subarray(at + length, end);
  if (padding.length === 0 || padding.some((b) => b !== 0)) return undefined;
  const behind = bytes.subarray(end, end + VERIFICATION_BYTES);
  const tells = behind.some((b) => b !== 0 && b !== 0xff);
  return tells ? formatHex(behind) : undefined;
}
