import type { Result } from '@badger/core/base/result';
import { flattenImage } from '@badger/core/format/flatten-image';
import { writeIntelHex } from '@badger/core/format/intel-hex';
import { writeSRecord } from '@badger/core/format/s-record';
import { readArguments, readNumber, readWord } from '../arguments.ts';
import { hexAddress, LOAD_OPTIONS, loadSound, type LoadedFile } from '../files.ts';
import { EXIT, findingLines, must, tellFinding, WrongUse, type Report } from '../report.ts';
import { writeOther } from '../write-other.ts';

export const usage = `convert IN OUT --to bin|hex|s19|s28|s37 [--from bin|hex|srec] [--base A] [--fill FF]
  The same image in another format. --base: address of the first byte of a binary file. --fill: what stands in the holes of a binary
  file; without it an image with holes is refused, for what is unknown is not blank.`;

const TARGETS = ['bin', 'hex', 's19', 's28', 's37'] as const;

export function run(words: readonly string[]): Report {
  const args = readArguments(words, {
    ...LOAD_OPTIONS,
    to: 'string',
    from: 'string',
    fill: 'string'
  });
  const [input, output, ...more] = args.files;
  if (input === undefined || output === undefined || more.length > 0)
    throw new WrongUse('convert expected a file to read and a file to write');
  const target = readWord('to', args.told('to'), TARGETS);
  if (!target) throw new WrongUse(`--to expected ${TARGETS.join(', ')}`);
  const fill = readFill(args.told('fill'));
  const file = loadSound(input, args, 'from');
  const base = readNumber('base', args.told('base'));
  if (base !== undefined && file.format !== 'binary' && target !== 'bin')
    throw new WrongUse('--base is that of a binary file: neither of the two is one');
  const bytes = must(
    target === 'bin'
      ? flattenImage(file.image, { fill, base: file.format === 'binary' ? undefined : base })
      : writeText(file, target)
  );
  writeOther([input], output, bytes);
  const [first] = file.image.pieces;
  const json = { format: target, bytes: bytes.length, findings: file.findings.map(tellFinding) };
  return {
    json,
    lines: [
      `${output}: ${target}, ${bytes.length} bytes, first address ${hexAddress(first?.range.start ?? 0)}`,
      ...findingLines(file.findings)
    ],
    exit: EXIT.fine
  };
}

function readFill(text: string | undefined): number | undefined {
  if (text === undefined) return undefined;
  const digits = text.replace(/^0x/i, '');
  if (!/^[0-9a-f]{1,2}$/i.test(digits))
    throw new WrongUse(`--fill expected a byte in hex, got "${text}"`);
  return Number.parseInt(digits, 16);
}

function writeText(
  { image, startAddress, header }: LoadedFile,
  target: Exclude<(typeof TARGETS)[number], 'bin'>
): Result<Uint8Array> {
  return target === 'hex'
    ? writeIntelHex(image, { startAddress })
    : writeSRecord(image, { kind: target, header, startAddress });
}
