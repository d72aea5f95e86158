import { joinBytes, knownRanges } from '@badger/core/image/image';
import { findChecksum } from '@badger/core/checksum/named';
import type { SumCandidate } from '@badger/core/sum-search/confirm';
import { findSums } from '@badger/core/sum-search/find-sums';
import { sameRanges } from '@badger/core/image/range';
import { readArguments, readNumber, type Arguments } from '../arguments.ts';
import { hexAddress, LOAD_OPTIONS, loadSound, type LoadedFile } from '../files.ts';
import { EXIT, WrongUse, type Report } from '../report.ts';

export const usage = `find-sums FILE [OTHER…] [--algorithm NAME[,NAME…]] [--most N]
  Checksums that stand in FILE, of all kinds up to 32 bits, wherever they begin and end, in both byte orders; best first, each with the number
  of hits as good that chance alone would give. OTHER: images of the same family with other content; what holds there too is no chance.`;

/** So many are told without a word. */
const MOST = 50;

export function run(words: readonly string[]): Report {
  const args = readArguments(words, { ...LOAD_OPTIONS, algorithm: 'string', most: 'string' });
  const [path, ...otherPaths] = args.files;
  if (path === undefined) throw new WrongUse('find-sums expected a file');
  const algorithms = readAlgorithms(args);
  const most = readNumber('most', args.told('most')) ?? MOST;
  const file = loadSound(path, args);
  const others = otherPaths.map((p) => loadSameRanges(p, file, args));
  const found: SumCandidate[] = [];
  let tried = 0;
  for (const range of knownRanges(file.image)) {
    const bytesIn = ({ image }: LoadedFile) =>
      joinBytes({
        pieces: image.pieces.filter((p) => p.range.start >= range.start && p.range.end <= range.end)
      });
    const search = findSums(bytesIn(file), {
      others: others.map(bytesIn),
      ...(algorithms ? { algorithms } : {})
    });
    tried += search.tried;
    found.push(...search.candidates.map((c) => moved(c, range.start)));
  }
  const candidates = found.sort((x, y) => x.expectedByChance - y.expectedByChance).slice(0, most);
  return { json: { candidates, tried }, lines: linesOf(candidates), exit: EXIT.fine };
}

function readAlgorithms(args: Arguments): string[] | undefined {
  const names = args.told('algorithm')?.split(',');
  const unknown = names?.find((n) => !findChecksum(n));
  if (unknown !== undefined)
    throw new WrongUse(`--algorithm expected names of checksums, got "${unknown}"`);
  return names;
}

function loadSameRanges(path: string, file: LoadedFile, args: Arguments): LoadedFile {
  const other = loadSound(path, args);
  if (!sameRanges(knownRanges(other.image), knownRanges(file.image)))
    throw new WrongUse(`${path}: expected the same addresses as ${file.path}`);
  return other;
}

const moved = (c: SumCandidate, by: number): SumCandidate => ({
  ...{ ...c, start: c.start + by, end: c.end + by, storedAt: c.storedAt + by }
});

function linesOf(candidates: readonly SumCandidate[]): string[] {
  if (candidates.length === 0) return ['no checksum found'];
  return candidates.map((c) => {
    const form = c.form === 'plain' ? '' : ` ${c.form}`;
    const held = c.asked > 1 ? `, holds in ${c.support} of ${c.asked}` : '';
    return `${c.algorithm}${form} of ${hexAddress(c.start)} up to ${hexAddress(c.end)}, stored at ${hexAddress(c.storedAt)}, ${c.byteOrder} end first${held}; by chance ${chanceOf(c.expectedByChance)}`;
  });
}

const chanceOf = (n: number) =>
  n < 0.001 ? 'less than 0.001' : n < 10 ? n.toFixed(3) : Math.round(n).toString();
