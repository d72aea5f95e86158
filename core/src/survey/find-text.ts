import { parseVin, type Vin } from '../identity/vin.ts';

/** A run of printable characters. Units: offset. */
export interface FoundText {
  readonly at: number;
  readonly text: string;
}

/** A VIN that stands in an image. */
export interface FoundVin {
  readonly at: number;
  readonly vin: Vin;
}

const VIN_LENGTH = 17;
const isPrintable = (b: number) => b >= 0x20 && b <= 0x7e;
/** Digits and capital letters without I, O and Q. Source: ISO 3779, from memory; 49 CFR 565.15. */
const isVinByte = (b: number) =>
  (b >= 0x30 && b <= 0x39) || (b >= 0x41 && b <= 0x5a && b !== 0x49 && b !== 0x4f && b !== 0x51);

/** Calls `take` with every run of bytes that pass, at least `least` long. */
function eachRun(
  bytes: Uint8Array,
  passes: (b: number) => boolean,
  least: number,
  take: (start: number, end: number) => void
): void {
  let start = -1;
  for (let i = 0; i <= bytes.length; i++) {
    if (i < bytes.length && passes(bytes[i] as number)) {
      if (start < 0) start = i;
    } else if (start >= 0) {
      if (i - start >= least) take(start, i);
      start = -1;
    }
  }
}

const textAt = (bytes: Uint8Array, start: number, end: number) =>
  String.fromCharCode(...bytes.subarray(start, end));

/** One text is not told longer than this; what is behind it is a text of its own. */
const MOST_TEXT = 4096;

/** Runs of at least `least` printable ASCII characters, at most `most` of them. */
export function findTexts(bytes: Uint8Array, { least = 6, most = 5000 } = {}): FoundText[] {
  const found: FoundText[] = [];
  eachRun(bytes, isPrintable, least, (start, end) => {
    for (let at = start; at < end && found.length < most; at += MOST_TEXT)
      found.push({ at, text: textAt(bytes, at, Math.min(end, at + MOST_TEXT)) });
  });
  return found;
}

/** A run of letters and digits longer than this holds no VIN, it is a table of text. */
const MOST_RUN = 512;

/**
 * VINs that stand in an image: 17 characters of the set whose last four are digits. One that stands alone counts whatever its check digit,
 * inside a longer run of letters only where the check digit holds. Source: ISO 3779 (the last four are digits), from memory.
 */
export function findVins(bytes: Uint8Array): FoundVin[] {
  const found: FoundVin[] = [];
  eachRun(bytes, isVinByte, VIN_LENGTH, (start, end) => {
    if (end - start > MOST_RUN) return;
    const alone = end - start === VIN_LENGTH;
    for (let at = start; at + VIN_LENGTH <= end; at++) {
      const text = textAt(bytes, at, at + VIN_LENGTH);
      const told = /\d{4}$/.test(text) ? parseVin(text) : undefined;
      if (told?.ok && (alone || told.value.checkDigit === 'holds'))
        found.push({ at, vin: told.value });
    }
  });
  return found;
}
