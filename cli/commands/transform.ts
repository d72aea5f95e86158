import { readFields } from '@badger/core/field/read-fields';
import { fieldsOfRegion } from '@badger/core/field/fields-of-profile';
import { bytesAtOf } from '@badger/core/checksum/rule';
import { flattenImage } from '@badger/core/format/flatten-image';
import type { Profile, Region } from '@badger/core/profile/profile';
import { readSteps, tellSteps } from '@badger/core/transform/read-steps';
import { applySteps, undoSteps } from '@badger/core/transform/steps';
import { suggestTransforms } from '@badger/core/transform/suggest';
import { readArguments, type Arguments } from '../arguments.ts';
import { LOAD_OPTIONS, loadSound } from '../files.ts';
import { loadProfile, PROFILE_OPTIONS, readRegion } from '../profiles.ts';
import { EXIT, must, WrongUse, type Report } from '../report.ts';
import { writeOther } from '../write-other.ts';

export const usage = `transform IN OUT --steps "xor 5AC396E1, swap-16" [--undo]
  or transform IN OUT --profile FAMILY --transform ID [--undo], or transform IN --suggest [--profile FAMILY --region ID]
  Lays a scrambled image bare, and back with --undo. Steps: xor KEY, swap-16, swap-32, swap-words, swap-nibbles, reverse-bits, invert,
  permute-blocks BYTES 1/0/…, interleave PARTS BYTES, deinterleave PARTS BYTES. --suggest tries likely chains and tells what each makes readable.`;

export function run(words: readonly string[]): Report {
  const args = readArguments(words, {
    ...{ ...LOAD_OPTIONS, ...PROFILE_OPTIONS },
    ...({ steps: 'string', transform: 'string', undo: 'boolean', suggest: 'boolean' } as const)
  });
  const [input, output, ...more] = args.files;
  if (input === undefined || more.length > 0)
    throw new WrongUse('transform expected one file to read');
  const bytes = must(flattenImage(loadSound(input, args).image, {}));
  if (args.has('suggest')) return suggest(bytes, args);
  if (output === undefined) throw new WrongUse('transform expected a file to write');
  const steps = stepsOf(args);
  const made = must((args.has('undo') ? undoSteps : applySteps)(bytes, steps));
  writeOther([input], output, made);
  return {
    json: { steps, bytes: made.length },
    lines: [
      `${output}: ${made.length} bytes, ${args.has('undo') ? 'back through ' : ''}${tellSteps(steps)}`
    ],
    exit: EXIT.fine
  };
}

function stepsOf(args: Arguments) {
  const text = args.told('steps');
  const id = args.told('transform');
  if ((text === undefined) === (id === undefined))
    throw new WrongUse('transform expected --steps, or --profile and --transform');
  if (text !== undefined) return must(readSteps(text));
  const profile = loadProfile(args.told('profile') ?? '');
  const found = profile.transforms.find((t) => t.id === id);
  if (!found)
    throw new WrongUse(
      `--transform expected ${profile.transforms.map((t) => t.id).join(', ') || 'nothing: this family is not scrambled'}`
    );
  return found.steps;
}

function suggest(bytes: Uint8Array, args: Arguments): Report {
  const suggestions = suggestTransforms(bytes, knownOf(readRegion(args)));
  return {
    json: { suggestions },
    lines: suggestions.map(({ steps, score, vins, textCharacters, sums, fields }) =>
      [
        `${score.toFixed(0).padStart(6)}  ${tellSteps(steps)}`,
        `${textCharacters} characters of text`,
        ...vins.map((v) => `VIN ${v}`),
        ...sums.map((s) => `${s} holds`),
        ...(fields.length > 0 ? [`reads as it must: ${fields.join(', ')}`] : [])
      ].join('; ')
    ),
    exit: EXIT.fine
  };
}

function knownOf(told: { readonly profile: Profile; readonly region: Region } | undefined) {
  if (!told) return {};
  const { profile, region } = told;
  const specs = fieldsOfRegion(profile, region.id).filter((f) => f.form.type === 'text');
  return {
    rules: profile.checksums.filter((rule) => rule.region === region.id),
    fieldsThatFit: (bytes: Uint8Array) =>
      readFields(specs, bytesAtOf(bytes)).flatMap((r) =>
        r.verdict === 'sound' ? [r.spec.name] : []
      )
  };
}
