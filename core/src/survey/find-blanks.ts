import type { Range } from '../image/range.ts';

/** Fewer equal bytes in a row are content. Units: bytes. */
const LEAST = 16;

/** A stretch that holds only FF (erased) or only 00 (filled). */
export interface Blank extends Range {
  readonly value: 0x00 | 0xff;
}

/** Stretches of at least sixteen FF or sixteen 00, ascending. */
export function findBlanks(bytes: Uint8Array): Blank[] {
  const blanks: Blank[] = [];
  let done = 0;
  // a stretch of sixteen holds one of every sixteenth byte
  for (let at = LEAST - 1; at < bytes.length; at += LEAST) {
    const value = bytes[at] as number;
    if ((value !== 0 && value !== 0xff) || at < done) continue;
    let start = at;
    let end = at + 1;
    while (start > done && bytes[start - 1] === value) start--;
    while (end < bytes.length && bytes[end] === value) end++;
    if (end - start >= LEAST) blanks.push({ start, end, value: value === 0 ? 0 : 0xff });
    done = end;
  }
  return blanks;
}

/** Share of an image that is blank, 0 to 1; 0 for an empty one. */
export function blankShare(bytes: Uint8Array): number {
  if (bytes.length === 0) return 0;
  return findBlanks(bytes).reduce((n, b) => n + b.end - b.start, 0) / bytes.length;
}
