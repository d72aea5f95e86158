import { fail, ok, type Result } from '../base/result.ts';

/** How a wide memory lies in several narrow chips. */
export interface SplitWay {
  /** Chips side by side: 2 for even and odd, 4 for a memory of 32 bits. */
  readonly parts: 2 | 4;
  /** Bytes that each chip gives in its turn. */
  readonly unitBytes: 1 | 2;
}

/**
 * One image of the parts of a set, in their order. Memory: owns its bytes. Errors: `format.split.count` (parts are missing or too many),
 * `format.split.lengths` (they are not of one length, or end within a unit). Example: even 01 03 and odd 02 04 make 01 02 03 04.
 */
export function joinSet(
  files: readonly Uint8Array[],
  { parts, unitBytes }: SplitWay
): Result<Uint8Array> {
  if (files.length !== parts) return fail('format.split.count', { found: files.length, parts });
  const lengths = files.map((f) => f.length);
  const [length = 0] = lengths;
  const isWhole = lengths.every((l) => l === length) && length % unitBytes === 0 && length > 0;
  if (!isWhole) return fail('format.split.lengths', { lengths: lengths.join(', ') });
  const out = new Uint8Array(length * parts);
  const turn = parts * unitBytes;
  for (const [part, file] of files.entries())
    for (let at = 0; at < length; at++) {
      const unit = Math.floor(at / unitBytes);
      out[unit * turn + part * unitBytes + (at % unitBytes)] = file[at] as number;
    }
  return ok(out);
}

/** The parts of an image. Memory: owns its bytes. Errors: `format.split.odd` where it does not end with a whole turn. */
export function splitSet(
  image: Uint8Array,
  { parts, unitBytes }: SplitWay
): Result<readonly Uint8Array[]> {
  const turn = parts * unitBytes;
  if (image.length === 0 || image.length % turn !== 0)
    return fail('format.split.odd', { bytes: image.length, turn });
  const length = image.length / parts;
  return ok(
    Array.from({ length: parts }, (_, part) => {
      const out = new Uint8Array(length);
      for (let at = 0; at < length; at++) {
        const unit = Math.floor(at / unitBytes);
        out[at] = image[unit * turn + part * unitBytes + (at % unitBytes)] as number;
      }
      return out;
    })
  );
}
