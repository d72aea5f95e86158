import { readFileSync } from 'node:fs';
import { problemOf } from '@badger/core/base/result';
import type { ImageFormat } from '@badger/core/format/detect-format';
import { flattenImage } from '@badger/core/format/flatten-image';
import { writeIntelHex } from '@badger/core/format/intel-hex';
import { writeSRecord, type SRecordKind } from '@badger/core/format/s-record';
import type { SparseImage } from '@badger/core/image/image';
import { applyPatch, readPatch, reversePatch } from '@badger/core/patch/image-patch';
import { readArguments } from '../arguments.ts';
import { LOAD_OPTIONS, loadSound, sha256OfImage, type LoadedFile } from '../files.ts';
import { EXIT, must, Refused, WrongUse, type Report } from '../report.ts';
import { writeOther } from '../write-other.ts';

export const usage = `patch IN PATCH OUT [--reverse] [--elsewhere]
  Makes the changes of PATCH (see compare --patch) to the image IN and writes OUT in the format of IN. Every byte is looked at before it is
  changed. --elsewhere: IN may be another image than the patch was made from, as long as those bytes are the same.`;

export function run(words: readonly string[]): Report {
  const args = readArguments(words, { ...LOAD_OPTIONS, reverse: 'boolean', elsewhere: 'boolean' });
  const [input, patchPath, output, ...more] = args.files;
  if (input === undefined || patchPath === undefined || output === undefined || more.length > 0)
    throw new WrongUse('patch expected an image, a patch and a file to write');
  const read = must(readPatch(readText(patchPath)));
  const patch = args.has('reverse') ? reversePatch(read) : read;
  const file = loadSound(input, args);
  const found = sha256OfImage(file.image);
  if (found !== patch.fromSha256 && !args.has('elsewhere'))
    throw new Refused(problemOf('patch.source.other', { sha256: patch.fromSha256 }));
  const image = must(applyPatch(file.image, patch, 'file' as const));
  const sha256 = sha256OfImage(image);
  writeOther([input, patchPath], output, must(inFormatOf(file, image)));
  const json = { changes: patch.changes.length, sha256, asMeant: sha256 === patch.toSha256 };
  const meant = json.asMeant
    ? 'the image that was meant'
    : 'another image than the patch was made for';
  return { json, lines: [`${output}: ${patch.changes.length} changes, ${meant}`], exit: EXIT.fine };
}

function readText(path: string): string {
  try {
    return readFileSync(path, 'utf8');
  } catch (error) {
    throw new WrongUse(`${path}: ${(error as NodeJS.ErrnoException).code ?? 'cannot be read'}`);
  }
}

/** The kind of record whose addresses reach far enough. */
function narrowestKind({ pieces }: SparseImage<unknown>): SRecordKind {
  const end = pieces.at(-1)?.range.end ?? 0;
  return end <= 0x1_0000 ? 's19' : end <= 0x100_0000 ? 's28' : 's37';
}

function inFormatOf({ format, header, startAddress }: LoadedFile, image: SparseImage<unknown>) {
  const writers: Readonly<Record<ImageFormat, () => ReturnType<typeof writeIntelHex>>> = {
    binary: () => flattenImage(image),
    'intel-hex': () => writeIntelHex(image, { startAddress }),
    's-record': () => writeSRecord(image, { kind: narrowestKind(image), header, startAddress })
  };
  return writers[format]();
}
