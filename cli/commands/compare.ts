import { basename } from 'node:path';
import { compareMany } from '@badger/core/survey/compare-many';
import { writeDifferences } from '@badger/core/survey/differences-csv';
import { diffImages, writePatch } from '@badger/core/patch/image-patch';
import { readArguments, readNumber } from '../arguments.ts';
import { hexAddress, LOAD_OPTIONS, loadSound, sha256OfImage } from '../files.ts';
import { PROFILE_OPTIONS, readRegion } from '../profiles.ts';
import { judgeFiles, tellTrust, trustLines } from '../tell-trust.ts';
import { writeOther } from '../write-other.ts';
import { EXIT, exitOf, findingLines, tellFinding, WrongUse, type Report } from '../report.ts';

export const usage = `compare A B [C…] [--profile FAMILY [--region ID]] [--required N] [--patch OUT] [--csv OUT]
  Two to sixteen files address by address, and as reads of one region: can they be trusted, what is wrong, how many more are needed, what is most
  likely right. With the family its checksums and fields speak too. Files of different formats may be mixed. --patch writes what makes B of A, --csv
  a table of all ranges. Ends with 1 where reading on is useless.`;

const MOST = 16;

export function run(words: readonly string[]): Report {
  const args = readArguments(words, {
    ...LOAD_OPTIONS,
    ...PROFILE_OPTIONS,
    ...{ patch: 'string', csv: 'string', required: 'string' }
  });
  if (args.files.length < 2 || args.files.length > MOST)
    throw new WrongUse(`compare expected two to ${MOST} files, got ${args.files.length}`);
  const patch = args.told('patch');
  if (patch !== undefined && args.files.length !== 2)
    throw new WrongUse('--patch expected two files');
  const files = args.files.map((path) => loadSound(path, args));
  const images = files.map((file) => file.image);
  const { verdict, groups, differingBytes, ranges, partlyKnown, findings } = compareMany(
    images,
    args.files.map((path) => basename(path))
  );
  const [from, to] = images as [(typeof images)[0], (typeof images)[0]];
  if (patch !== undefined)
    writeOther(
      args.files,
      patch,
      writePatch({
        fromSha256: sha256OfImage(from),
        toSha256: sha256OfImage(to),
        changes: diffImages(from, to)
      })
    );
  const csv = args.told('csv');
  if (csv !== undefined) {
    const names = args.files.map((path) => basename(path));
    writeOther(args.files, csv, writeDifferences(images, names, { ranges, partlyKnown }));
  }
  const required = readNumber('required', args.told('required')) ?? 2;
  if (required < 2 || required > MOST) throw new WrongUse(`--required expected 2 to ${MOST}`);
  const trust = judgeFiles(files, { told: readRegion(args), required });
  const json = {
    ...tellTrust(trust),
    ...{ content: verdict, groups, differingBytes, ranges },
    partlyKnown: partlyKnown.map(({ range, which }) => ({ ...range, which })),
    findings: findings.map(tellFinding)
  };
  const lines = [
    verdict === 'equal'
      ? 'equal'
      : `${differingBytes} bytes differ in ${ranges.length} ${ranges.length === 1 ? 'range' : 'ranges'}`,
    ...groups
      .filter((g) => g.length > 1)
      .map((g) => `the same: ${g.map((i) => args.files[i]).join(', ')}`),
    ...ranges.slice(0, 40).map((r) => `  ${hexAddress(r.start)} up to ${hexAddress(r.end)}`),
    ...(ranges.length > 40 ? [`  and ${ranges.length - 40} more; --json tells all`] : []),
    ...findingLines(findings),
    ...trustLines(trust, files)
  ];
  const useless = trust.judgement.verdict === 'refuse';
  return { json, lines, exit: useless ? EXIT.refused : exitOf(findings) };
}
