import { blankShare } from './find-blanks.ts';

/** Figures of a stretch of bytes. Shares from 0 to 1. */
export interface ByteFigures {
  readonly bytes: number;
  readonly entropyBitsPerByte: number;
  readonly blankShare: number;
  readonly printableShare: number;
  readonly distinctValues: number;
  /** The value that stands most often, and its share. */
  readonly commonest: { readonly value: number; readonly share: number } | undefined;
}

/** Figures of a stretch; of nothing they are zero. */
export function describeBytes(bytes: Uint8Array): ByteFigures {
  const counts = new Uint32Array(256);
  for (let i = 0; i < bytes.length; i++) {
    const b = bytes[i] as number;
    counts[b] = (counts[b] as number) + 1;
  }
  let entropy = 0;
  let printable = 0;
  let distinct = 0;
  let top = 0;
  for (let v = 0; v < 256; v++) {
    const n = counts[v] as number;
    if (n === 0) continue;
    distinct++;
    entropy -= (n / bytes.length) * Math.log2(n / bytes.length);
    if (v >= 0x20 && v <= 0x7e) printable += n;
    if (n > (counts[top] as number)) top = v;
  }
  return {
    bytes: bytes.length,
    entropyBitsPerByte: entropy,
    blankShare: blankShare(bytes),
    printableShare: bytes.length === 0 ? 0 : printable / bytes.length,
    distinctValues: distinct,
    commonest:
      bytes.length === 0 ? undefined : { value: top, share: (counts[top] as number) / bytes.length }
  };
}
