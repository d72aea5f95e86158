import { correctSums } from '@badger/core/checksum/correct-sums';
import { formatHex } from '@badger/core/base/bytes';
import { overlay, type SparseImage } from '@badger/core/image/image';
import { readArguments } from '../arguments.ts';
import { hexAddress, LOAD_OPTIONS, loadSound } from '../files.ts';
import { PROFILE_OPTIONS, readRegion, viewOf } from '../profiles.ts';
import { EXIT, must, WrongUse, type Report } from '../report.ts';
import { tellState } from '../tell-region.ts';
import { writeOther } from '../write-other.ts';
import { writeAs } from '../write-as.ts';

export const usage = `repair IN OUT --profile FAMILY [--region ID]
  Corrects every checksum that the family knows and that does not hold; a fixed value is balanced by its free bytes. Each change is told. What
  is written has the format of what was read.`;

export function run(words: readonly string[]): Report {
  const args = readArguments(words, { ...LOAD_OPTIONS, ...PROFILE_OPTIONS });
  const [input, output, ...more] = args.files;
  if (input === undefined || output === undefined || more.length > 0)
    throw new WrongUse('repair expected a file to read and a file to write');
  const told = readRegion(args);
  if (!told) throw new WrongUse('--profile says whose checksums they are');
  const { profile, region } = told;
  const file = loadSound(input, args);
  const rules = profile.checksums.filter((rule) => rule.region === region.id);
  if (rules.length === 0)
    throw new WrongUse(`${profile.id} knows no checksum of its region ${region.id}`);
  const view = viewOf(file.image, region);
  const { before, changes, after } = must(correctSums(view.image, rules));
  let image: SparseImage<'file'> = file.image;
  const made = changes.map(({ check, kind, range, was, becomes }) => {
    const placed = { start: view.base + range.start, end: view.base + range.end };
    image = overlay(image, { range: placed, bytes: becomes, origin: 'file' });
    return {
      ...{ rule: check.rule.id, block: check.block, kind, at: placed.start },
      ...{ was: formatHex(was), becomes: formatHex(becomes) }
    };
  });
  writeOther([input], output, must(writeAs({ ...file, image }, file.format)));
  return {
    json: { before: before.map(tellState), changes: made, after: after.map(tellState) },
    lines: [
      changes.length === 0 ? 'every checksum holds already; nothing was changed' : `${output}:`,
      ...made.map(
        (c) => `  ${c.rule} ${c.kind} at ${hexAddress(c.at)}: ${c.was} becomes ${c.becomes}`
      )
    ],
    exit: EXIT.fine
  };
}
