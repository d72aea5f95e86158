import { ok, type Result } from '@badger/core/base/result';
import type { ImageFormat } from '@badger/core/format/detect-format';
import { loadImage } from '@badger/core/format/load-image';
import { flattenImage, requireSound } from '@badger/core/format/flatten-image';
import type { LoadedImage } from '@badger/core/format/read-options';
import { writeIntelHex } from '@badger/core/format/intel-hex';
import { writeSRecord } from '@badger/core/format/s-record';
import type { Finding } from '@badger/core/image/finding';
import { imageOf, inOneRow, type SparseImage } from '@badger/core/image/image';
import type { Range } from '@badger/core/image/range';
import { BLOCK_KINDS, classifyBlocks, type BlockKind } from '@badger/core/survey/classify-blocks';
import { compareMany, type ManyComparison } from '@badger/core/survey/compare-many';
import { findTexts, type FoundText } from '@badger/core/survey/find-text';
import { inspectContent, type ContentInspection } from '@badger/core/survey/inspect-content';
import type { SumCandidate } from '@badger/core/sum-search/confirm';
import { findSums } from '@badger/core/sum-search/find-sums';

/** A file that lies on the desk. Memory: the bytes are the page's own. */
export interface OpenedFile {
  readonly format: ImageFormat;
  readonly pieces: readonly { readonly range: Range; readonly bytes: Uint8Array }[];
  readonly findings: readonly Finding[];
  readonly moreFindings: number;
}

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
}

export type SaveFormat = 'bin' | 'hex' | 's19' | 's28' | 's37';

const MOST_CELLS = 480;

/** Letters, digits and what stands between words, in nearly all places: bytes of code are printable by chance. */
function readsLikeText(text: string): boolean {
  const plain = text.replaceAll(/[^A-Za-z0-9 ._/-]/g, '').length;
  const turns = [...text.matchAll(/[a-z][A-Z]|[A-Za-z][0-9][A-Za-z]/g)].length;
  return plain >= 0.95 * text.length && turns <= text.length / 8;
}

/** Work on images away from the page. One file a worker; others are sent along where they are needed. */
export class DumpDesk {
  #image: SparseImage<'file'> | undefined;
  #loaded: LoadedImage | undefined;

  /** Errors: those of {@link loadImage}. */
  open(file: Uint8Array): Result<OpenedFile> {
    const loaded = loadImage(file);
    if (!loaded.ok) return loaded;
    const { image, format, findings, moreFindings } = loaded.value;
    this.#image = image;
    this.#loaded = loaded.value;
    // a copy of its own for the page; what is left of the file is let go
    const pieces = image.pieces.map(({ range, bytes }) => ({ range, bytes: bytes.slice() }));
    return ok({ format, pieces, findings, moreFindings });
  }

  inspect(): DeskInspection {
    const image = this.#image ?? imageOf<'file'>([]);
    const { bytes: row, addressOf } = inOneRow(image);
    const { blockBytes, kinds } = classifyBlocks(row, MOST_CELLS);
    const cells = Array.from(kinds, (kind, i) => {
      const bytes = Math.min(blockBytes, row.length - i * blockBytes);
      const end = addressOf(i * blockBytes + bytes - 1) + 1;
      return {
        address: addressOf(i * blockBytes),
        end,
        bytes,
        kind: BLOCK_KINDS[kind] as BlockKind
      };
    });
    const texts = image.pieces.flatMap(({ range, bytes }) =>
      findTexts(bytes, { least: 8, most: 500 }).map(({ at, text }) => ({
        at: range.start + at,
        text
      }))
    );
    return { ...inspectContent(image), cells, texts: texts.filter((t) => readsLikeText(t.text)) };
  }

  /** Compares with other images. `names`: of this one, and of the others in their order. */
  compare(others: readonly OpenedFile['pieces'][], names: readonly string[]): ManyComparison {
    const mine = this.#image ?? imageOf<'file'>([]);
    const images = others.map((pieces) =>
      imageOf(pieces.map((p) => ({ ...p, origin: 'file' as const })))
    );
    return compareMany([mine, ...images], names);
  }

  /** Finds checksums; `others` of the same addresses count as images of the family. */
  findSums(
    others: readonly OpenedFile['pieces'][],
    tell: (share: number) => void
  ): { readonly candidates: readonly SumCandidate[]; readonly tried: number } {
    const pieces = this.#image?.pieces ?? [];
    const candidates: SumCandidate[] = [];
    let tried = 0;
    for (const [i, { range, bytes }] of pieces.entries()) {
      const same = others.flatMap((other) =>
        other
          .filter((p) => p.range.start === range.start && p.range.end === range.end)
          .map((p) => p.bytes)
      );
      const search = findSums(bytes, {
        others: same,
        onProgress: (share) => {
          tell((i + share) / pieces.length);
          return true;
        }
      });
      tried += search.tried;
      for (const c of search.candidates)
        candidates.push({
          ...c,
          start: c.start + range.start,
          end: c.end + range.start,
          storedAt: c.storedAt + range.start
        });
    }
    return {
      candidates: candidates.sort((x, y) => x.expectedByChance - y.expectedByChance).slice(0, 200),
      tried
    };
  }

  /**
   * The image as a file. Errors: those of the writers; `format.file.damaged` where the file was, unless it is said that what can be read of
   * it is meant: a sound format would hide the damage.
   */
  save(
    format: SaveFormat,
    { fill, damaged }: { readonly fill: number | undefined; readonly damaged: boolean }
  ): Result<Uint8Array> {
    const sound = this.#loaded && !damaged ? requireSound(this.#loaded) : undefined;
    if (sound && !sound.ok) return sound;
    const image = this.#image ?? imageOf<'file'>([]);
    if (format === 'bin') return flattenImage(image, { fill });
    return format === 'hex' ? writeIntelHex(image) : writeSRecord(image, { kind: format });
  }
}
