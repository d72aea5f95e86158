import { findMismatch } from '../base/bytes.ts';

/** What a look at the bytes alone says about an image. */
export interface ImageStatistics {
  readonly lengthBytes: number;
  /** The one value that fills the whole image, if there is one. */
  readonly filledWith: number | undefined;
  /** Smallest power-of-two period (at least 256, at most half the length) with which it repeats itself. */
  readonly repeatsEveryBytes: number | undefined;
  /** Shannon entropy of the byte values, 0 to 8 bits a byte. */
  readonly entropyBitsPerByte: number;
}

/**
 * Computes {@link ImageStatistics}: the traces of a dead bus (all one value) and of a stuck address line
 * (the lower part mirrored at a power of two). Source: common practice.
 */
export function computeStatistics(image: Uint8Array): ImageStatistics {
  const counts = new Uint32Array(256);
  for (const b of image) counts[b] = (counts[b] as number) + 1;
  let entropy = 0;
  let filledWith: number | undefined;
  for (let v = 0; v < 256; v++) {
    const n = counts[v] as number;
    if (n === 0) continue;
    if (n === image.length) filledWith = v;
    const p = n / image.length;
    entropy -= p * Math.log2(p);
  }
  return {
    lengthBytes: image.length,
    filledWith,
    repeatsEveryBytes: filledWith === undefined ? findPeriod(image) : undefined,
    entropyBitsPerByte: Math.max(0, entropy)
  };
}

function findPeriod(image: Uint8Array): number | undefined {
  for (let period = 256; period <= image.length / 2; period *= 2) {
    const head = image.subarray(0, image.length - period);
    const tail = image.subarray(period);
    if (findMismatch(head, tail, 0, tail.length) === tail.length) return period;
  }
  return undefined;
}
