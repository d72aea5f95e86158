import { knownRanges } from '@badger/core/image/image';
import { inspectContent } from '@badger/core/survey/inspect-content';
import { readArguments } from '../arguments.ts';
import { hexAddress, LOAD_OPTIONS, loadFile, sha256OfImage } from '../files.ts';
import { PROFILE_OPTIONS, readRegion } from '../profiles.ts';
import { tellRegion } from '../tell-region.ts';
import { EXIT, exitOf, findingLines, tellFinding, WrongUse, type Report } from '../report.ts';

export const usage = `inspect FILE [--profile FAMILY [--region ID]]
  Format, addresses, size, SHA-256, blank share, damage, VINs and mirrored copies. With the family: its checksums held against the bytes and its
  fields with their copies; secrets are told as kept. Ends with 1 where a checksum does not hold.`;

export function run(words: readonly string[]): Report {
  const args = readArguments(words, { ...LOAD_OPTIONS, ...PROFILE_OPTIONS });
  const [path, ...more] = args.files;
  if (path === undefined || more.length > 0) throw new WrongUse('inspect expected one file');
  const file = loadFile(path, args);
  const { bytes, blankShare, vins, repeats } = inspectContent(file.image);
  const ranges = knownRanges(file.image);
  const told = readRegion(args);
  const known = told && tellRegion(file.image, told);
  const json = {
    ...{ format: file.format, ranges, bytes, sha256: file.fileSha256 },
    contentSha256: sha256OfImage(file.image),
    blankShare: Math.round(blankShare * 10_000) / 10_000,
    startAddress: file.startAddress ?? null,
    header: file.header,
    findings: file.findings.map(tellFinding),
    moreFindings: file.moreFindings,
    vins: vins.map(({ address, vin }) => ({
      at: address,
      vin: vin.text,
      checkDigit: vin.checkDigit
    })),
    repeats: repeats.map(({ starts, bytes: length, differingBytes }) => ({
      starts,
      bytes: length,
      differingBytes
    })),
    ...known?.json
  };
  const lines = [
    `${file.format}, ${bytes} bytes known in ${ranges.length} ${ranges.length === 1 ? 'range' : 'ranges'}, ${(100 * blankShare).toFixed(1)} % blank`,
    ...ranges.slice(0, 20).map((r) => `  ${hexAddress(r.start)} up to ${hexAddress(r.end)}`),
    ...(ranges.length > 20 ? [`  and ${ranges.length - 20} more`] : []),
    `SHA-256 ${file.fileSha256}`,
    ...json.vins.map((v) => `VIN ${v.vin} at ${hexAddress(v.at)}, check digit ${v.checkDigit}`),
    ...repeats.slice(0, 20).map(tellRepeat),
    ...(known?.lines ?? []),
    ...findingLines(file.findings)
  ];
  return { json, lines, exit: known?.sound === false ? EXIT.refused : exitOf(file.findings) };
}

function tellRepeat(repeat: {
  readonly starts: readonly [number, number];
  readonly bytes: number;
  readonly differingBytes: number;
}) {
  const [a, b] = repeat.starts;
  const differ = repeat.differingBytes === 0 ? 'equal' : `${repeat.differingBytes} differ`;
  return `copy: ${repeat.bytes} bytes of ${hexAddress(a)} stand at ${hexAddress(b)} too, ${differ}`;
}
