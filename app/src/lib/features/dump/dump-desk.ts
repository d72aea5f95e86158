import { fail, ok, type Result } from '@badger/core/base/result';
import { bytesAtOf, type ChecksumRule } from '@badger/core/checksum/rule';
import {
  applyEdits,
  type ByteChange,
  type ImageEdit,
  type KeptField
} from '@badger/core/edit/edits';
import type { FieldSpec } from '@badger/core/field/field';
import { readFields } from '@badger/core/field/read-fields';
import type { ImageFormat } from '@badger/core/format/detect-format';
import { loadImage } from '@badger/core/format/load-image';
import { flattenImage, requireSound } from '@badger/core/format/flatten-image';
import type { LoadedImage } from '@badger/core/format/read-options';
import { writeIntelHex } from '@badger/core/format/intel-hex';
import { writeSRecord } from '@badger/core/format/s-record';
import { splitSet, type SplitWay } from '@badger/core/format/split-set';
import type { Finding } from '@badger/core/image/finding';
import { imageOf, type SparseImage } from '@badger/core/image/image';
import type { Range } from '@badger/core/image/range';
import { applyPatch, diffImages, readPatch, writePatch } from '@badger/core/patch/image-patch';
import { compareMany, type ManyComparison } from '@badger/core/survey/compare-many';
import { writeDifferences } from '@badger/core/survey/differences-csv';
import type { SumCandidate } from '@badger/core/sum-search/confirm';
import { findSums } from '@badger/core/sum-search/find-sums';
import type { NumberPattern } from '@badger/core/survey/find-numbers';
import { suggestTransforms, type Suggestion } from '@badger/core/transform/suggest';
import { correctRegion, verifyRegion, type CheckState } from './check-region.ts';
import { inspectDesk, type DeskInspection } from './inspect-desk.ts';
import { sha256OfImage } from './sha256.ts';

/** A file that lies on the desk. Memory: the bytes are the page's own. */
export interface OpenedFile {
  readonly format: ImageFormat;
  readonly pieces: readonly { readonly range: Range; readonly bytes: Uint8Array }[];
  readonly findings: readonly Finding[];
  readonly moreFindings: number;
}

export type SaveFormat = 'bin' | 'hex' | 's19' | 's28' | 's37';

/** The rules of a region, and where it lies. */
export interface RegionRules {
  readonly region: { readonly address: number; readonly lengthBytes: number };
  readonly rules: readonly ChecksumRule[];
}

type Image = SparseImage<'file'>;

/** Bytes that a saved image can take. */
export interface SaveOptions {
  readonly fill: number | undefined;
  readonly damaged: boolean;
}

/** Work on images away from the page. One file a worker; others are sent along where they are needed. */
export class DumpDesk {
  /** As it was opened, and with the changes that lie over it. */
  #original: Image = imageOf<'file'>([]);
  #image: Image = imageOf<'file'>([]);
  #loaded: LoadedImage | undefined;

  /** Errors: those of {@link loadImage}. */
  open(file: Uint8Array): Result<OpenedFile> {
    const loaded = loadImage(file);
    if (!loaded.ok) return loaded;
    const { image, format, findings, moreFindings } = loaded.value;
    this.#original = this.#image = image;
    this.#loaded = loaded.value;
    return ok({ format, pieces: copyPieces(image), findings, moreFindings });
  }

  /** Lays changes over the original, all of them anew. Errors: those of {@link applyEdits}; then nothing is changed. */
  edit(edits: readonly ImageEdit[], kept: readonly KeptField[]): Result<OpenedFile['pieces']> {
    const made = applyEdits(this.#original, edits, kept);
    if (!made.ok) return made;
    this.#image = made.value;
    return ok(copyPieces(made.value));
  }

  /** `labels`: what the numbers of labels look like. */
  inspect(labels: readonly NumberPattern[] = []): DeskInspection {
    return inspectDesk(this.#image, labels);
  }

  /** SHA-256 of the content as it was opened; told in docs/patch.md. */
  sha256(): string {
    return sha256OfImage(this.#original);
  }

  /** Compares with other images. `names`: of this one, and of the others in their order. */
  compare(others: readonly OpenedFile['pieces'][], names: readonly string[]): ManyComparison {
    return compareMany([this.#image, ...others.map(imageOfPieces)], names);
  }

  /** The differences as a table. */
  tellDifferences(others: readonly OpenedFile['pieces'][], names: readonly string[]): string {
    const images = [this.#image, ...others.map(imageOfPieces)];
    return writeDifferences(images, names, compareMany(images, names));
  }

  /** A patch that makes this image, as it is now, of another one; of the original where none is told. */
  patch(from?: OpenedFile['pieces']): string {
    const before = from ? imageOfPieces(from) : this.#original;
    return writePatch({
      fromSha256: sha256OfImage(before),
      toSha256: sha256OfImage(this.#image),
      changes: diffImages(before, this.#image)
    });
  }

  /** The changes that a patch makes here. Errors: those of {@link readPatch} and {@link applyPatch}; a patch that adds or takes addresses away. */
  readPatch(text: string): Result<readonly ByteChange[]> {
    const patch = readPatch(text);
    if (!patch.ok) return patch;
    const made = applyPatch(this.#image, patch.value, 'file');
    if (!made.ok) return made;
    const odd = patch.value.changes.find((c) => !c.was || !c.becomes);
    if (odd) return fail('edit.address.unknown', { address: odd.range.start });
    return ok(
      patch.value.changes.flatMap(({ range, becomes }) =>
        becomes ? [{ at: range.start, becomes }] : []
      )
    );
  }

  /** Holds rules against the bytes; of a rule with blocks every block. */
  verify(told: RegionRules): CheckState[] {
    return verifyRegion(this.#image, told);
  }

  /** The changes that make rules right. Errors: those of {@link correctSums}. */
  correct(told: RegionRules): Result<readonly ByteChange[]> {
    return correctRegion(this.#image, told);
  }

  /** Tries likely chains of steps. Errors: `edit.image.holes`. */
  suggest(
    { region, rules }: RegionRules,
    texts: readonly FieldSpec[]
  ): Result<readonly Suggestion[]> {
    const { pieces } = this.#image;
    if (pieces.length > 1) return fail('edit.image.holes', { pieces: pieces.length });
    const bytes = pieces[0]?.bytes ?? new Uint8Array(0);
    const whole = bytes.length === region.lengthBytes;
    const fieldsThatFit = (made: Uint8Array) =>
      readFields(texts, bytesAtOf(made)).flatMap((r) =>
        r.verdict === 'sound' ? [r.spec.name] : []
      );
    return ok(suggestTransforms(bytes, whole ? { rules, fieldsThatFit } : {}));
  }

  /** Takes up an image that another desk has opened: to share work with it. */
  take(pieces: OpenedFile['pieces']): void {
    this.#original = this.#image = imageOfPieces(pieces);
  }

  /** Finds checksums of these algorithms; `others` of the same addresses count as images of the family. */
  findSums(
    others: readonly OpenedFile['pieces'][],
    algorithms: readonly string[],
    tell: (share: number) => void
  ): { readonly candidates: readonly SumCandidate[]; readonly tried: number } {
    const { pieces } = this.#image;
    const candidates: SumCandidate[] = [];
    let tried = 0;
    for (const [i, { range, bytes }] of pieces.entries()) {
      const same = others.flatMap((other) =>
        other
          .filter((p) => p.range.start === range.start && p.range.end === range.end)
          .map((p) => p.bytes)
      );
      const search = findSums(bytes, {
        algorithms,
        others: same,
        onProgress: (share) => {
          tell((i + share) / pieces.length);
          return true;
        }
      });
      // the same ways in every piece
      tried = search.tried;
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
   * The image as a file, with its changes. Errors: those of the writers; `format.file.damaged` where the file was, unless it is said that what can
   * be read of it is meant: a sound format would hide the damage.
   */
  save(format: SaveFormat, { fill, damaged }: SaveOptions): Result<Uint8Array> {
    const sound = this.#loaded && !damaged ? requireSound(this.#loaded) : undefined;
    if (sound && !sound.ok) return sound;
    if (format === 'bin') return flattenImage(this.#image, { fill });
    return format === 'hex'
      ? writeIntelHex(this.#image)
      : writeSRecord(this.#image, { kind: format });
  }

  /** The parts of a wide memory. Errors: those of {@link DumpDesk.save} and {@link splitSet}. */
  split(way: SplitWay, options: SaveOptions): Result<readonly Uint8Array[]> {
    const whole = this.save('bin', options);
    return whole.ok ? splitSet(whole.value, way) : whole;
  }
}

/** Copies for the page; what is left of the file is let go. */
const copyPieces = ({ pieces }: Image): OpenedFile['pieces'] =>
  pieces.map(({ range, bytes }) => ({ range, bytes: bytes.slice() }));

const imageOfPieces = (pieces: OpenedFile['pieces']): Image =>
  imageOf(pieces.map((p) => ({ ...p, origin: 'file' as const })));
