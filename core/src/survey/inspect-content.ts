import { joinBytes, type SparseImage } from '../image/image.ts';
import { blankShare } from './find-blanks.ts';
import { findRepeats, type Repeat } from './find-repeats.ts';
import { findVins } from './find-text.ts';
import type { Vin } from '../identity/vin.ts';

/** What an image says about itself without being told anything. Units: addresses, bytes. */
export interface ContentInspection {
  readonly bytes: number;
  /** Share that is blank, 0 to 1. */
  readonly blankShare: number;
  readonly vins: readonly { readonly address: number; readonly vin: Vin }[];
  readonly repeats: readonly Repeat[];
}

/** Looks at every piece of an image. Copies are looked for inside a piece. */
export function inspectContent(image: SparseImage<unknown>): ContentInspection {
  const bytes = image.pieces.reduce((n, p) => n + p.bytes.length, 0);
  return {
    bytes,
    blankShare: blankShare(joinBytes(image)),
    vins: image.pieces.flatMap(({ range, bytes: b }) =>
      findVins(b).map(({ at, vin }) => ({ address: range.start + at, vin }))
    ),
    repeats: image.pieces
      .flatMap(({ range, bytes: b }) =>
        findRepeats(b).map((r) => ({
          ...r,
          starts: [range.start + r.starts[0], range.start + r.starts[1]] as const
        }))
      )
      .sort((x, y) => y.bytes - x.bytes)
  };
}
