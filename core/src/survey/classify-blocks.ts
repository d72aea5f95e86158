/** What a block of an image looks like. `dense`: every value about as often, as in compressed or encrypted data. */
export type BlockKind = 'blank' | 'text' | 'table' | 'code' | 'dense';

export const BLOCK_KINDS: readonly BlockKind[] = ['blank', 'text', 'table', 'code', 'dense'];

/** From these shares on. Own estimates, tried on the demo images. */
const BLANK_SHARE = 0.95;
const TEXT_SHARE = 0.75;
/** Of neighbouring bytes two apart the steps of a table are small. */
const SMOOTH_SHARE = 0.6;
const SMALL_STEP = 8;
/** Entropy against that of as many random bytes. */
const DENSE_SHARE = 0.97;

/**
 * Cuts an image into at most `most` blocks of one size and tells what each looks like. Shape: one index into {@link BLOCK_KINDS} a block; the size
 * is a power of two, at least 16 bytes. Time: linear.
 */
export function classifyBlocks(
  bytes: Uint8Array,
  most: number
): { readonly blockBytes: number; readonly kinds: Uint8Array } {
  let blockBytes = 16;
  while (bytes.length / blockBytes > most) blockBytes *= 2;
  const kinds = new Uint8Array(Math.ceil(bytes.length / blockBytes));
  const counts = new Uint32Array(256);
  for (let block = 0; block < kinds.length; block++) {
    const part = bytes.subarray(block * blockBytes, (block + 1) * blockBytes);
    kinds[block] = BLOCK_KINDS.indexOf(kindOfBlock(part, counts));
  }
  return { blockBytes, kinds };
}

function kindOfBlock(part: Uint8Array, counts: Uint32Array): BlockKind {
  counts.fill(0);
  let printable = 0;
  let smooth = 0;
  for (let i = 0; i < part.length; i++) {
    const b = part[i] as number;
    counts[b] = (counts[b] as number) + 1;
    if (b >= 0x20 && b <= 0x7e) printable++;
    if (i >= 2 && Math.abs(b - (part[i - 2] as number)) <= SMALL_STEP) smooth++;
  }
  const blank = Math.max(counts[0] as number, counts[255] as number);
  if (blank >= BLANK_SHARE * part.length) return 'blank';
  if (printable >= TEXT_SHARE * part.length) return 'text';
  if (smooth >= SMOOTH_SHARE * part.length) return 'table';
  return entropyOf(counts, part.length) >= DENSE_SHARE * entropyOfNoise(part.length)
    ? 'dense'
    : 'code';
}

function entropyOf(counts: Uint32Array, length: number): number {
  let entropy = 0;
  for (let v = 0; v < 256; v++) {
    const n = counts[v] as number;
    if (n > 0) entropy -= (n / length) * Math.log2(n / length);
  }
  return entropy;
}

/**
 * Entropy that so many random bytes have: 8 less the bias of a sample, (256 - 1) / (2·length·ln 2). Source: G. A. Miller, "Note on the bias of
 * information estimates" (1955), from memory. Below 512 bytes a sample is too short for it: nearly every byte differs from every other.
 */
function entropyOfNoise(length: number): number {
  if (length < 512) return Math.log2(length) - length / 512 / Math.LN2;
  return 8 - 255 / (2 * length * Math.LN2);
}
