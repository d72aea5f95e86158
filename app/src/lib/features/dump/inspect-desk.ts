import { inOneRow, type SparseImage } from '@badger/core/image/image';
import { BLOCK_KINDS, classifyBlocks, type BlockKind } from '@badger/core/survey/classify-blocks';
import type { Range } from '@badger/core/image/range';
import { describeBytes, type ByteFigures } from '@badger/core/survey/describe-bytes';
import {
  findNumbers,
  type FoundNumber,
  type NumberPattern
} from '@badger/core/survey/find-numbers';
import { findTexts, type FoundText } from '@badger/core/survey/find-text';
import { inspectContent, type ContentInspection } from '@badger/core/survey/inspect-content';

/** A cell of the map of an image: so many known bytes from an address on, up to another (not counted); holes may lie between. */
export interface MapCell {
  readonly address: number;
  readonly end: number;
  readonly bytes: number;
  readonly kind: BlockKind;
}

/** What an image says about itself. */
export interface DeskInspection extends ContentInspection {
  readonly cells: readonly MapCell[];
  readonly texts: readonly FoundText[];
  readonly numbers: readonly FoundNumber[];
  /** Figures of each stretch, of the first ones. */
  readonly figures: readonly (ByteFigures & { readonly range: Range })[];
}

const MOST_CELLS = 480;
const MOST_FIGURES = 16;

/** Letters, digits and what stands between words, in nearly all places: bytes of code are printable by chance. */
function readsLikeText(text: string): boolean {
  const plain = text.replaceAll(/[^A-Za-z0-9 ._/-]/g, '').length;
  const turns = [...text.matchAll(/[a-z][A-Z]|[A-Za-z][0-9][A-Za-z]/g)].length;
  return plain >= 0.95 * text.length && turns <= text.length / 8;
}

/** What is told of an image as soon as it lies on the desk. */
export function inspectDesk(
  image: SparseImage<unknown>,
  labels: readonly NumberPattern[] = []
): DeskInspection {
  const { bytes: row, addressOf } = inOneRow(image);
  const { blockBytes, kinds } = classifyBlocks(row, MOST_CELLS);
  const cells = Array.from(kinds, (kind, i) => {
    const bytes = Math.min(blockBytes, row.length - i * blockBytes);
    const end = addressOf(i * blockBytes + bytes - 1) + 1;
    return { address: addressOf(i * blockBytes), end, bytes, kind: BLOCK_KINDS[kind] as BlockKind };
  });
  const texts = image.pieces.flatMap(({ range, bytes }) =>
    findTexts(bytes, { least: 8, most: 500 }).map(({ at, text }) => ({
      at: range.start + at,
      text
    }))
  );
  const numbers = image.pieces.flatMap(({ range, bytes }) =>
    findNumbers(bytes, labels).map((n) => ({ ...n, at: range.start + n.at }))
  );
  const figures = image.pieces
    .slice(0, MOST_FIGURES)
    .map(({ range, bytes }) => ({ range, ...describeBytes(bytes) }));
  return {
    ...{ ...inspectContent(image), cells, numbers, figures },
    texts: texts.filter((t) => readsLikeText(t.text))
  };
}
