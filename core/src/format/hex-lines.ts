import { encodeAscii } from '../base/bytes.ts';

const LF = 0x0a;
const CR = 0x0d;
const SPACE = 0x20;
const TAB = 0x09;

/** Value of a hex digit by its character; 255 for every other. */
const NIBBLES = new Uint8Array(256).fill(255);
for (const [i, c] of [...'0123456789ABCDEF'].entries()) NIBBLES[c.charCodeAt(0)] = i;
for (const [i, c] of [...'abcdef'].entries()) NIBBLES[c.charCodeAt(0)] = i + 10;

/** A line of a text file without the white space around it: characters [from, to), and its number from 1. */
export interface Line {
  readonly no: number;
  readonly from: number;
  readonly to: number;
}

/** Calls `take` with every line that holds something. Ends of lines: LF, CR, or both. Memory: none of its own. */
export function eachLine(bytes: Uint8Array, take: (line: Line) => void): void {
  let no = 1;
  let at = 0;
  while (at < bytes.length) {
    let end = at;
    while (end < bytes.length && bytes[end] !== LF && bytes[end] !== CR) end++;
    const from = skipBlank(bytes, at, end);
    const to = dropBlank(bytes, from, end);
    if (to > from) take({ no, from, to });
    at = end + (bytes[end] === CR && bytes[end + 1] === LF ? 2 : 1);
    no++;
  }
}

const isBlank = (c: number | undefined) => c === SPACE || c === TAB || c === 0;

function skipBlank(bytes: Uint8Array, from: number, to: number): number {
  let at = from;
  while (at < to && isBlank(bytes[at])) at++;
  return at;
}

function dropBlank(bytes: Uint8Array, from: number, to: number): number {
  let at = to;
  while (at > from && isBlank(bytes[at - 1])) at--;
  return at;
}

/**
 * Hex digits of characters [from, to) as bytes into `out`; gives how many, or -1 where a character is no digit, or one digit is left over.
 * At most as many as `out` holds.
 */
export function decodeHex(bytes: Uint8Array, from: number, to: number, out: Uint8Array): number {
  if ((to - from) % 2 !== 0) return -1;
  const count = Math.min((to - from) / 2, out.length);
  for (let i = 0; i < count; i++) {
    const high = NIBBLES[bytes[from + 2 * i] as number] as number;
    const low = NIBBLES[bytes[from + 2 * i + 1] as number] as number;
    if ((high | low) > 15) return -1;
    out[i] = (high << 4) | low;
  }
  return count;
}

const DIGITS = encodeAscii('0123456789ABCDEF');

/** Writes a byte as two digits; gives the place behind them. */
export function putHex(out: Uint8Array, at: number, byte: number): number {
  out[at] = DIGITS[byte >> 4] as number;
  out[at + 1] = DIGITS[byte & 15] as number;
  return at + 2;
}
