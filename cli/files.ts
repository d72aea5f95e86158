import { createHash } from 'node:crypto';
import { readFileSync, statSync } from 'node:fs';
import type { ImageFormat } from '@badger/core/format/detect-format';
import { requireSound } from '@badger/core/format/flatten-image';
import { loadImage } from '@badger/core/format/load-image';
import type { LoadedImage } from '@badger/core/format/read-options';
import { hashedParts, type SparseImage } from '@badger/core/image/image';
import { readNumber, readWord, type Arguments } from './arguments.ts';
import { must, WrongUse } from './report.ts';

/** A file of records of the largest image that is worked on; more is a mistake. Units: bytes. */
const MOST_FILE_BYTES = 256 * 2 ** 20;

export interface LoadedFile extends LoadedImage {
  readonly path: string;
  readonly format: ImageFormat;
  readonly fileSha256: string;
}

const FORMATS: Readonly<Record<string, ImageFormat>> = {
  bin: 'binary',
  hex: 'intel-hex',
  srec: 's-record'
};

/** Bytes of a file. Errors: {@link WrongUse} where there is none to read, or it is too large. */
export function readBytes(path: string): Uint8Array {
  try {
    const { size } = statSync(path);
    if (size > MOST_FILE_BYTES)
      throw new WrongUse(`${path}: ${size} bytes, at most ${MOST_FILE_BYTES} are read`);
    return new Uint8Array(readFileSync(path));
  } catch (error) {
    if (error instanceof WrongUse) throw error;
    throw new WrongUse(`${path}: ${(error as NodeJS.ErrnoException).code ?? 'cannot be read'}`);
  }
}

/** Reads an image with the options that every command has: --from-format (--from of convert), --base, --overlap. */
export function loadFile(path: string, args: Arguments, formatOption = 'format'): LoadedFile {
  const word = readWord(formatOption, args.told(formatOption), Object.keys(FORMATS));
  const overlap = readWord('overlap', args.told('overlap'), ['refuse', 'first', 'last']);
  const base = readNumber('base', args.told('base'));
  const bytes = readBytes(path);
  const loaded = must(
    loadImage(bytes, {
      ...(word ? { format: FORMATS[word] } : {}),
      ...(overlap ? { overlap } : {}),
      ...(base === undefined ? {} : { base })
    })
  );
  return { ...loaded, path, fileSha256: sha256(bytes) };
}

/** As {@link loadFile}; a damaged file is refused unless --damaged says that it is meant. */
export function loadSound(path: string, args: Arguments, formatOption = 'format'): LoadedFile {
  const file = loadFile(path, args, formatOption);
  if (!args.has('damaged')) must(requireSound(file));
  return file;
}

/** Options of {@link loadFile}. */
export const LOAD_OPTIONS = {
  format: 'string',
  base: 'string',
  overlap: 'string',
  damaged: 'boolean'
} as const;

export const sha256 = (bytes: Uint8Array | string) =>
  createHash('sha256').update(bytes).digest('hex');

/** What an image holds, by its addresses and bytes, told in docs/patch.md. One range from address 0 has the sum of its bytes. */
export function sha256OfImage(image: SparseImage<unknown>): string {
  const hash = createHash('sha256');
  for (const part of hashedParts(image)) hash.update(part);
  return hash.digest('hex');
}

export const hexAddress = (address: number) =>
  `0x${address.toString(16).toUpperCase().padStart(8, '0')}`;
