import type { Result } from '@badger/core/base/result';
import { flattenImage } from '@badger/core/format/flatten-image';
import { writeIntelHex } from '@badger/core/format/intel-hex';
import { writeSRecord } from '@badger/core/format/s-record';
import { joinSet, splitSet } from '@badger/core/format/split-set';
import { imageOf } from '@badger/core/image/image';
import { readArguments, readNumber, readWord, type Arguments } from '../arguments.ts';
import { hexAddress, LOAD_OPTIONS, loadSound, type LoadedFile } from '../files.ts';
import { EXIT, findingLines, must, tellFinding, WrongUse, type Report } from '../report.ts';
import { writeOther } from '../write-other.ts';

export const usage = `convert IN [IN…] OUT --to bin|hex|s19|s28|s37 [--from bin|hex|srec] [--base A] [--fill FF] [--join 1|2] [--split 2|4 [--unit 1|2]]
  The same image in another format. --base: address of the first byte of a binary file. --fill: what stands in the holes of a binary
  file; without it an image with holes is refused, for what is unknown is not blank. Several IN, two or four with --join, are the parts of a
  wide memory (even and odd, each giving so many bytes in its turn); --split writes such parts: OUT.0, OUT.1 and on.`;

const UNITS = ['1', '2'] as const;
const TARGETS = ['bin', 'hex', 's19', 's28', 's37'] as const;

export function run(words: readonly string[]): Report {
  const args = readArguments(words, {
    ...LOAD_OPTIONS,
    to: 'string',
    from: 'string',
    fill: 'string',
    join: 'string',
    split: 'string',
    unit: 'string'
  });
  const output = args.files.at(-1);
  const inputs = args.files.slice(0, -1);
  const [input] = inputs;
  const join = readWord('join', args.told('join'), UNITS);
  if (input === undefined || output === undefined || (inputs.length > 1 && join === undefined))
    throw new WrongUse('convert expected a file to read (parts with --join) and a file to write');
  const target = readWord('to', args.told('to'), TARGETS);
  if (!target) throw new WrongUse(`--to expected ${TARGETS.join(', ')}`);
  const fill = readFill(args.told('fill'));
  const file = join ? joinParts(inputs, args, Number(join)) : loadSound(input, args, 'from');
  const base = readNumber('base', args.told('base'));
  if (base !== undefined && file.format !== 'binary' && target !== 'bin')
    throw new WrongUse('--base is that of a binary file: neither of the two is one');
  const bytes = must(
    target === 'bin'
      ? flattenImage(file.image, { fill, base: file.format === 'binary' ? undefined : base })
      : writeText(file, target)
  );
  const parts = splitParts(bytes, args, target);
  for (const [i, part] of (parts ?? []).entries()) writeOther(inputs, `${output}.${i}`, part);
  if (!parts) writeOther(inputs, output, bytes);
  const [first] = file.image.pieces;
  const json = { format: target, bytes: bytes.length, findings: file.findings.map(tellFinding) };
  return {
    json,
    lines: [
      `${output}${parts ? `.0 to .${parts.length - 1}` : ''}: ${target}, ${bytes.length} bytes, first address ${hexAddress(first?.range.start ?? 0)}`,
      ...findingLines(file.findings)
    ],
    exit: EXIT.fine
  };
}

/** The image of two or four parts; each is read by its own content. */
function joinParts(inputs: readonly string[], args: Arguments, unitBytes: number): LoadedFile {
  const files = inputs.map((path) => loadSound(path, args, 'from'));
  const way = { parts: inputs.length === 4 ? 4 : 2, unitBytes: unitBytes === 2 ? 2 : 1 } as const;
  const parts = files.map((f) => must(flattenImage(f.image, {})));
  const bytes = must(joinSet(parts, way));
  const range = { start: 0, end: bytes.length };
  const image = imageOf([{ range, bytes, origin: 'file' as const }]);
  const [first] = files as [LoadedFile];
  const findings = files.flatMap((f) => f.findings);
  return { ...first, format: 'binary', image, findings, header: '', startAddress: undefined };
}

/** The parts of a binary image; undefined where none are asked for. */
function splitParts(bytes: Uint8Array, args: Arguments, target: string) {
  const parts = readWord('split', args.told('split'), ['2', '4']);
  const unit = readWord('unit', args.told('unit'), UNITS) ?? '1';
  if (parts === undefined) return undefined;
  if (target !== 'bin') throw new WrongUse('--split writes binary parts: --to bin');
  return must(splitSet(bytes, { parts: parts === '4' ? 4 : 2, unitBytes: unit === '2' ? 2 : 1 }));
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
