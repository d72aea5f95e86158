import { bytesOf, sliceImage, type SparseImage } from './image.ts';
import type { Range } from './range.ts';

/**
 * An image as a region sees it: from offset 0 on. Its bytes stand at the region's address, or from address 0 on where the file has no addresses;
 * what is outside the region is left out. Memory: views. `base`: address of offset 0.
 */
export function viewRegion<Origin>(
  image: SparseImage<Origin>,
  { address, lengthBytes }: { readonly address: number; readonly lengthBytes: number }
): { readonly base: number; readonly image: SparseImage<Origin> } {
  const at = (start: number): Range => ({ start, end: start + lengthBytes });
  const inPlace = sliceImage(image, at(address));
  const base = inPlace.pieces.length > 0 ? address : 0;
  const { pieces } = base === address ? inPlace : sliceImage(image, at(0));
  return {
    base,
    image: {
      pieces: pieces.map((p) => ({
        ...p,
        range: { start: p.range.start - base, end: p.range.end - base }
      }))
    }
  };
}

/** Reads ranges of an image. */
export const bytesAtImage =
  (image: SparseImage<unknown>) =>
  (range: Range): Uint8Array | undefined =>
    bytesOf(image, range);
