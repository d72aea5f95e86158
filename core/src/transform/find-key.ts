import { formatHex } from '../base/bytes.ts';
import { lengthOf, type Range } from '../image/range.ts';

/** Longest key that is looked for. Units: bytes. */
const MOST_KEY = 64;
/** Share of bytes that filler must account for, beyond what chance gives. Own estimate. */
const LEAST_SHARE = 0.05;
/** A longer key must explain clearly more. */
const CLEARLY = 0.02;

/**
 * Keys that XOR would have to have so that the most usual value of each place of the key is filler: FF or 00. Shape: hex, the likeliest first;
 * nothing where no value is usual enough. Looked at are the windows; the key begins at offset 0. Time: linear for each length.
 */
export function findXorKeys(bytes: Uint8Array, windows: readonly Range[]): string[] {
  const looked = windows.reduce((n, w) => n + lengthOf(w), 0);
  let best = { length: 0, share: 0, values: new Uint8Array(0) };
  for (let length = 1; length <= Math.min(MOST_KEY, looked >> 4); length++) {
    const { share, values } = usualValues(bytes, windows, length);
    if (share > best.share + CLEARLY) best = { length, share, values };
  }
  if (best.length === 0 || best.share < 1 / 256 + LEAST_SHARE) return [];
  return [0xff, 0x00]
    .map((filler) => best.values.map((v) => v ^ filler))
    .filter((key) => key.some((k) => k !== 0))
    .map((key) => formatHex(key));
}

/** The most usual value at each place of so many bytes, and the share of all bytes that they are. */
function usualValues(bytes: Uint8Array, windows: readonly Range[], length: number) {
  const counts = new Uint32Array(256 * length);
  let looked = 0;
  for (const { start, end } of windows) {
    looked += end - start;
    for (let i = start, place = start % length; i < end; i++) {
      const at = (place << 8) | (bytes[i] as number);
      counts[at] = (counts[at] as number) + 1;
      if (++place === length) place = 0;
    }
  }
  const values = new Uint8Array(length);
  let most = 0;
  for (let place = 0; place < length; place++) {
    let top = 0;
    for (let v = 1; v < 256; v++)
      if ((counts[(place << 8) | v] as number) > (counts[(place << 8) | top] as number)) top = v;
    values[place] = top;
    most += counts[(place << 8) | top] as number;
  }
  // the largest of 256 counts is above their mean by chance
  const n = looked / length;
  const chance = 1 / 256 + 3 * Math.sqrt(1 / 256 / n);
  return { share: most / looked - chance + 1 / 256, values };
}
