import { CHECKSUM_NAMES, findChecksum } from '@badger/core/checksum/named';
import { formatChecksum, sumRange } from '@badger/core/checksum/sum-range';
import { knownRanges } from '@badger/core/image/image';
import { readArguments, readNumber } from '../arguments.ts';
import { LOAD_OPTIONS, loadSound } from '../files.ts';
import { EXIT, must, WrongUse, type Report } from '../report.ts';

export const usage = `sum FILE --algorithm NAME [--from A] [--to B]
  The checksum NAME of all bytes, or of addresses A up to B, B not counted. --algorithm list tells the names.`;

export function run(words: readonly string[]): Report {
  const args = readArguments(words, {
    ...LOAD_OPTIONS,
    algorithm: 'string',
    from: 'string',
    to: 'string'
  });
  const name = args.told('algorithm');
  if (name === 'list')
    return { json: { names: CHECKSUM_NAMES }, lines: CHECKSUM_NAMES, exit: EXIT.fine };
  const [path, ...more] = args.files;
  if (path === undefined || more.length > 0) throw new WrongUse('sum expected one file');
  if (name === undefined)
    throw new WrongUse('--algorithm expected a name; --algorithm list tells them');
  const checksum = findChecksum(name);
  if (!checksum)
    throw new WrongUse(`--algorithm expected a name, got "${name}"; --algorithm list tells them`);
  const { image } = loadSound(path, args);
  const known = knownRanges(image);
  const range = {
    start: readNumber('from', args.told('from')) ?? known[0]?.start ?? 0,
    end: readNumber('to', args.told('to')) ?? known.at(-1)?.end ?? 0
  };
  if (range.end < range.start)
    throw new WrongUse(`--to expected at least ${range.start}, got ${range.end}`);
  const value = formatChecksum(checksum, must(sumRange(image, checksum, range)));
  return { json: { value }, lines: [value], exit: EXIT.fine };
}
