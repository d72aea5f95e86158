import { mkdirSync } from 'node:fs';
import { basename, join } from 'node:path';
import { buildLine, type BuiltLine } from '@badger/core/clone/build-line';
import { planParts, type RegionParts } from '@badger/core/clone/parts';
import type { Contents } from '@badger/core/clone/compose';
import type { PlanSource, RecipeLine } from '@badger/core/clone/plan';
import { tellPlan } from '@badger/core/clone/tell-plan';
import { writeIntelHex } from '@badger/core/format/intel-hex';
import { imageOf } from '@badger/core/image/image';
import { getRegion, rangeOf, type CloneMethod, type Profile } from '@badger/core/profile/profile';
import { isScrambled } from '@badger/core/transform/plain-region';
import { planWords } from '../../app/src/lib/messages/clone-words.ts';
import { readArguments, readWord, type Arguments } from '../arguments.ts';
import { LOAD_OPTIONS, sha256 } from '../files.ts';
import { loadProfile } from '../profiles.ts';
import { EXIT, must, WrongUse, type Report } from '../report.ts';
import { sortFiles, type RegionFiles } from '../source-files.ts';
import { writeOther } from '../write-other.ts';

export const usage = `clone --profile FAMILY --original FILES --donor FILES --out DIR [--method M] [--partner FILES --partner-profile FAMILY]
  Builds what is written into the donor: one file a region, every byte accounted for, checksums corrected and shown. FILES: with commas, or the option
  again; several of one region are reads of it. A file without addresses is told by its length, or as in eeprom=read.bin. Of a scrambled family the plain
  composite is written beside. Ends with 1 where what was built may not be written: reads that are not trusted, checksums that nobody knows.`;

const METHODS = ['whole-image', 'merge', 'memory-chip', 'patch-secret'] as const;

interface Units {
  readonly profile: Profile;
  readonly files: readonly RegionFiles[];
}

export function run(words: readonly string[]): Report {
  const args = readArguments(words, {
    ...LOAD_OPTIONS,
    ...{ profile: 'string', 'partner-profile': 'string', method: 'string', out: 'string' },
    ...{ original: 'list', donor: 'list', partner: 'list' }
  });
  const family = args.told('profile');
  const out = args.told('out');
  if (family === undefined || out === undefined || args.files.length > 0)
    throw new WrongUse('clone expected --profile, --original, --donor and --out');
  const profile = loadProfile(family);
  const units = { profile, files: readUnits(profile, args) };
  const method: CloneMethod =
    readWord('method', args.told('method'), METHODS) ?? profile.cloneMethod;
  const partner = args.list('partner').length > 0;
  const parts = must(planParts(profile, { method, changes: [], partner, supplied: [] }));
  const built = parts.map((region) => build(units, region));
  const inputs = units.files.flatMap((f) => f.files);
  makeFolder(out);
  const regions = built.map((b) => writeRegion(b, units, { out, inputs }));
  const composite = writeComposite(profile, built, { out, inputs });
  const held = findHeld(profile, built, units);
  const summary = planWords(
    tellPlan(
      profile,
      built.map((b) => b.line)
    )
  );
  const json = { family: profile.id, method, writable: held.length === 0, held, summary, regions };
  return {
    json: composite ? { ...json, composite } : json,
    lines: [
      summary,
      ...regions.map((r) => `${r.file}: ${r.lengthBytes} bytes, SHA-256 ${r.sha256}`),
      ...regions.flatMap((r) =>
        r.checksums
          .filter((c) => c.before !== c.after)
          .map((c) => `  ${c.rule}: ${c.before} becomes ${c.after}`)
      ),
      ...(composite ? [`${composite}: laid bare`] : []),
      ...held.map((h) => `not to be written: ${h}`)
    ],
    exit: held.length === 0 ? EXIT.fine : EXIT.refused
  };
}

function readUnits(profile: Profile, args: Arguments): RegionFiles[] {
  const partner = args.told('partner-profile');
  if (args.list('partner').length > 0 && partner === undefined)
    throw new WrongUse('--partner is of another family: --partner-profile is missing');
  return [
    ...sortFiles(profile, 'original', { words: args.list('original'), args }),
    ...sortFiles(profile, 'donor', { words: args.list('donor'), args }),
    ...(partner === undefined
      ? []
      : sortFiles(loadProfile(partner), 'partner', { words: args.list('partner'), args }))
  ];
}

function build({ profile, files }: Units, region: RegionParts): BuiltLine {
  const wanted = new Set(region.parts.map((p) => p.from));
  const own = files.filter((f) => f.from === 'partner' || f.regionId === region.regionId);
  const contents: Contents = Object.fromEntries(own.map((f) => [f.from, f.content]));
  const sources = own
    .filter((f) => wanted.has(f.from))
    .map(({ from, regionId, sha256: of, files: [first = ''] }): PlanSource => {
      return { from, regionId, readId: first, sha256: of };
    });
  const recipe: RecipeLine = { ...region, sources };
  return must(buildLine(profile, recipe, contents));
}

interface Target {
  readonly out: string;
  readonly inputs: readonly string[];
}

function makeFolder(path: string): void {
  try {
    mkdirSync(path, { recursive: true });
  } catch (error) {
    throw new WrongUse(`${path}: ${(error as NodeJS.ErrnoException).code ?? 'cannot be made'}`);
  }
}

function writeRegion({ line, bytes }: BuiltLine, { files }: Units, { out, inputs }: Target) {
  const file = join(out, `${line.regionId}.bin`);
  writeOther(inputs, file, bytes);
  const { regionId, lengthBytes, provenance, sums, fields, changesBytes } = line;
  return {
    ...{ region: regionId, file: basename(file), sha256: sha256(bytes), lengthBytes },
    sources: files
      .filter((f) => line.sources.some((s) => s.from === f.from && s.regionId === f.regionId))
      .map(({ from, regionId: of, files: read, verdict }) => {
        return { from, region: of, files: read, verdict };
      }),
    ...{ provenance, checksums: sums, fields, changesBytes: changesBytes ?? null }
  };
}

/** The plain content of all built regions at their addresses, where any of them is scrambled. */
function writeComposite(
  profile: Profile,
  built: readonly BuiltLine[],
  { out, inputs }: Target
): string | undefined {
  if (!built.some((b) => isScrambled(profile, b.line.regionId))) return undefined;
  const pieces = built.map(({ line, plain }) => {
    const range = rangeOf(getRegion(profile, line.regionId));
    return { range, bytes: plain, origin: 'composite' };
  });
  const file = join(out, 'composite.hex');
  writeOther(inputs, file, must(writeIntelHex(imageOf(pieces), {})));
  return basename(file);
}

/** Why what was built may not be written as it is. */
function findHeld(profile: Profile, built: readonly BuiltLine[], { files }: Units): string[] {
  const used = files.filter((f) =>
    built.some((b) => b.line.sources.some((s) => s.from === f.from && s.regionId === f.regionId))
  );
  const open = used.filter((f) => f.verdict === 'read-again' || f.verdict === 'refuse');
  const unruled = built.filter((b) => !profile.checksums.some((r) => r.region === b.line.regionId));
  return [
    ...open.map((f) => `${f.regionId} of the ${f.from} is not trusted (${f.verdict})`),
    ...unruled.map((b) => `nobody knows how ${b.line.regionId} is checked`)
  ];
}
