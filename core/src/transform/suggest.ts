import { CHECKSUM_NAMES, findChecksum } from '../checksum/named.ts';
import { bytesAtOf, encodeStored, storedBytesOf, type ChecksumRule } from '../checksum/rule.ts';
import { verifySums } from '../checksum/verify-sums.ts';
import { concatBytes, equalBytes } from '../base/bytes.ts';
import type { Range } from '../image/range.ts';
import { isCheckDigitMandatory } from '../identity/vin-facts.ts';
import { blankShare } from '../survey/find-blanks.ts';
import { findTexts, findVins } from '../survey/find-text.ts';
import { findXorKeys } from './find-key.ts';
import { textBits } from './text-evidence.ts';
import { applySteps, type TransformStep } from './steps.ts';

/** What a chain makes of an image, and how much that tells. Units: bits of evidence. */
export interface Suggestion {
  /** From the dump to the content; empty: as it is. */
  readonly steps: readonly TransformStep[];
  readonly score: number;
  readonly vins: readonly string[];
  /** Characters in texts that are longer than chance makes them. */
  readonly textCharacters: number;
  readonly blankShare: number;
  /** Checksums that come right: rules by id, and those over all that stands before a value at the end, by name. */
  readonly sums: readonly string[];
  readonly fields: readonly string[];
}

/** What the profile of the family knows of the plain content. */
export interface KnownContent {
  readonly rules?: readonly ChecksumRule[];
  /** Names of the fields that read as they must where they must stand. */
  readonly fieldsThatFit?: (bytes: Uint8Array) => readonly string[];
}

const NOTHING = { sums: [], fields: [] };

/** What moves bytes far, or does not: the first step of a chain. */
const FAR: readonly TransformStep[] = [1, 2, 4].flatMap((unitBytes) =>
  (['interleave', 'deinterleave'] as const).map((kind) => ({ kind, parts: 2, unitBytes }))
);
/** Steps inside a few bytes, alone or in pairs: the last of a chain. */
const NEAR: readonly TransformStep[] = [
  { kind: 'swap-16' },
  { kind: 'swap-32' },
  { kind: 'swap-words' },
  { kind: 'swap-nibbles' },
  { kind: 'reverse-bits' },
  { kind: 'invert' }
];
const ENDS: readonly (readonly TransformStep[])[] = [
  [],
  ...NEAR.map((step) => [step]),
  // they go together whatever their order: one order is enough
  ...NEAR.flatMap((a, i) => NEAR.slice(i + 1).map((b) => [a, b]))
];

/** Chains are told apart on so many bytes first. */
const SAMPLE_BYTES = 65_536;
/** Of the likeliest so many are tried on the whole image. */
const FINALISTS = 10;
/** A part may mislead: of one beginning no more than so many. */
const FINALISTS_ALIKE = 3;
/** What a step must bring. Units: bits. Own estimates, tried on made images. */
const BITS_PER_CHAIN = 4;
const BITS_PER_STEP = 5;
const BITS_PER_KEY_BYTE = 2;
const OTHER_VIN_BITS = 20;
/** Seventeen characters of a table are no VIN. */
const VIN_TEXT = 15;
/** A check digit holds by chance in one of eleven. */
const VIN_BITS = OTHER_VIN_BITS + Math.log2(11);
const SUM_BITS_PER_BYTE = 8;
/** A field of the profile that reads as it must where it must stand. */
const FIELD_BITS = 25;
/** What chance makes of so many bytes does not count. */
const chanceBits = (bytes: number) => Math.log2(bytes + 1) + 4;
/** Filler of one value over the whole image; erased memory is FF, that of 00 is a little less usual. */
const ERASED_BITS = 200;
const ZERO_BITS = 170;

/**
 * Tries likely chains and scores what they make: valid VINs, text, checksums that come right, erased filler. Best first; the image as it is stands
 * among them. Time: linear, some hundred passes over a part and a few over the whole.
 */
export function suggestTransforms(
  bytes: Uint8Array,
  { rules = [], fieldsThatFit = () => [] }: KnownContent = {}
): readonly Suggestion[] {
  const tried = startsOf(bytes).flatMap(({ before, sample }) =>
    ENDS.flatMap((end) => {
      const made = applySteps(sample, end);
      return made.ok ? [scored(made.value, [...before, ...end], NOTHING)] : [];
    })
  );
  const finalists = tried
    .toSorted((x, y) => y.score - x.score)
    .filter(isAmongFirst())
    .slice(0, FINALISTS)
    .map(({ steps }) => steps);
  if (!finalists.some((steps) => steps.length === 0)) finalists.push([]);
  return finalists
    .flatMap((steps) => {
      const made = applySteps(bytes, steps);
      if (!made.ok) return [];
      const sums = [...rulesThatHold(made.value, rules), ...sumsAtEnd(made.value)];
      return [scored(made.value, steps, { sums, fields: fieldsThatFit(made.value) })];
    })
    .sort((x, y) => y.score - x.score);
}

/** The beginning of a chain, and what it makes of parts of the image. */
interface Start {
  readonly before: readonly TransformStep[];
  readonly sample: Uint8Array;
}

/** Every way to begin: bytes moved far or not, then a key or none. */
function startsOf(bytes: Uint8Array): Start[] {
  const windows = windowsOf(bytes.length);
  const cut = (from: Uint8Array) =>
    concatBytes(windows.map(({ start, end }) => from.subarray(start, end)));
  const sample = cut(bytes);
  // a key goes over the whole image: it is found and laid there, before parts are taken
  const starts: Start[] = [{ before: [], sample }];
  for (const key of findXorKeys(bytes, windows)) {
    const laid = applySteps(bytes, [{ kind: 'xor', key }]);
    if (laid.ok) starts.push({ before: [{ kind: 'xor', key }], sample: cut(laid.value) });
  }
  for (const far of FAR) {
    const moved = applySteps(sample, [far]);
    if (!moved.ok) continue;
    starts.push({ before: [far], sample: moved.value });
    const whole = [{ start: 0, end: moved.value.length }];
    // parts begin at round offsets: only keys that divide those go on over them
    const keys = findXorKeys(moved.value, whole).filter(
      (key) => WINDOW_STEP % (key.length / 2) === 0
    );
    for (const key of windows.length === 1 ? findXorKeys(moved.value, whole) : keys) {
      const laid = applySteps(moved.value, [{ kind: 'xor', key }]);
      if (laid.ok) starts.push({ before: [far, { kind: 'xor', key }], sample: laid.value });
    }
  }
  return starts;
}

/** Parts of an image begin at multiples of this. Units: bytes. */
const WINDOW_STEP = 4096;

/** The whole image, or two stretches of its first half and the same two of its second: halves that were laid apart still fit. */
function windowsOf(length: number): Range[] {
  if (length <= SAMPLE_BYTES) return [{ start: 0, end: length }];
  const part = SAMPLE_BYTES / 4;
  const half = length / 2;
  if (half % WINDOW_STEP !== 0)
    return [1, 3, 5, 7].map((eighth) => windowAt((length * eighth) / 8, part));
  const first = [1, 3].map((quarter) => windowAt((half * quarter) / 4, part));
  return [...first, ...first.map(({ start, end }) => ({ start: start + half, end: end + half }))];
}

function windowAt(middle: number, part: number): Range {
  const start = Math.max(0, Math.floor((middle - part / 2) / WINDOW_STEP) * WINDOW_STEP);
  return { start, end: start + part };
}

/** Passes the first few chains of each beginning. */
function isAmongFirst(): (suggestion: Suggestion) => boolean {
  const seen = new Map<string, number>();
  return ({ steps }) => {
    const key = JSON.stringify(steps.filter((s) => s.kind === 'xor' || s.parts !== undefined));
    const n = (seen.get(key) ?? 0) + 1;
    seen.set(key, n);
    return n <= FINALISTS_ALIKE;
  };
}

function scored(
  bytes: Uint8Array,
  steps: readonly TransformStep[],
  found: { readonly sums: readonly Held[]; readonly fields: readonly string[] }
): Suggestion {
  const vins = findVins(bytes).filter(
    ({ vin }) =>
      (vin.checkDigit === 'holds' || !isCheckDigitMandatory(vin)) && textBits(vin.text) >= VIN_TEXT
  );
  const texts = findTexts(bytes, { least: 6 }).flatMap(({ text }) => {
    const bits = textBits(text);
    const more = bits - chanceBits(bytes.length);
    return more > 0 ? [{ bits: more, characters: text.length }] : [];
  });
  const evidence =
    vins.reduce((n, { vin }) => n + (vin.checkDigit === 'holds' ? VIN_BITS : OTHER_VIN_BITS), 0) +
    texts.reduce((n, t) => n + t.bits, 0) +
    FIELD_BITS * found.fields.length +
    SUM_BITS_PER_BYTE * found.sums.reduce((n, s) => n + s.bytes, 0) +
    ERASED_BITS * fillerShare(bytes, 0xff) +
    ZERO_BITS * fillerShare(bytes, 0x00);
  const cost = steps.reduce(
    (n, { key }) => n + BITS_PER_STEP + (BITS_PER_KEY_BYTE * (key?.length ?? 0)) / 2,
    steps.length > 0 ? BITS_PER_CHAIN : 0
  );
  return {
    ...{ steps, score: evidence - cost, fields: found.fields },
    textCharacters: texts.reduce((n, t) => n + t.characters, 0),
    vins: [...new Set(vins.map(({ vin }) => vin.text))],
    blankShare: blankShare(bytes),
    sums: found.sums.map((s) => s.name)
  };
}

/** Share of a value in stretches of sixteen. */
function fillerShare(bytes: Uint8Array, value: number): number {
  let erased = 0;
  for (let at = 0; at + 16 <= bytes.length; at += 16) {
    let i = 0;
    while (i < 16 && bytes[at + i] === value) i++;
    if (i === 16) erased += 16;
  }
  return bytes.length === 0 ? 0 : erased / bytes.length;
}

interface Held {
  readonly name: string;
  readonly bytes: number;
}

function rulesThatHold(bytes: Uint8Array, rules: readonly ChecksumRule[]): Held[] {
  return verifySums(rules, bytesAtOf(bytes))
    .filter((s) => s.verdict === 'holds')
    .map(({ check }) => ({ name: check.rule.id, bytes: storedBytesOf(check.checksum) }));
}

/** Only values of this width tell something without a second image. Units: bytes. */
const TELLING_BYTES = 4;

/** Checksums of at least 32 bits whose value stands at the end of the image and covers all before it. */
function sumsAtEnd(bytes: Uint8Array): Held[] {
  if (bytes.length < 64 || bytes.length > 8 * SAMPLE_BYTES) return [];
  return WIDE.flatMap((checksum) => {
    const width = storedBytesOf(checksum);
    const end = bytes.length - width;
    const stored = bytes.subarray(end);
    if (end % checksum.wordBytes !== 0 || stored.every((b) => b === 0 || b === 0xff)) return [];
    const value = checksum.compute(bytes.subarray(0, end));
    const holds = [true, false].some((order) =>
      equalBytes(encodeStored(value, width, order), stored)
    );
    return holds ? [{ name: checksum.name, bytes: width }] : [];
  });
}

const WIDE = CHECKSUM_NAMES.flatMap((name) => {
  const checksum = findChecksum(name);
  return checksum && storedBytesOf(checksum) === TELLING_BYTES ? [checksum] : [];
});
