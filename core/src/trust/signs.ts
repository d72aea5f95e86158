import { findVins } from '../survey/find-text.ts';
import { findMismatch } from '../base/bytes.ts';
import type { Finding } from '../image/finding.ts';
import { applySteps } from '../transform/steps.ts';
import type { Cause, Sign } from './cause.ts';
import type { RegionKnowledge } from './read-set.ts';
import { isConfirmed, isContradicted, senseOf, worthOf, type Sense } from './sense.ts';
import { findStuckBit } from './stuck-bit.ts';

/** One content, what must be true of it, and the reads that hold it, in words. */
export interface Looked {
  readonly bytes: Uint8Array;
  readonly knowledge: RegionKnowledge;
  readonly sense: Sense;
  readonly reads: string;
}

export const sign = (cause: Cause, ...evidence: Finding[]): Sign => ({ cause, evidence });
/** A finding that somebody has to look at. */
export const look = (code: Finding['code'], params: Finding['params']): Finding => ({
  ...{ code, severity: 'look', params }
});
export const hexByte = (value: number) => value.toString(16).toUpperCase().padStart(2, '0');

/** What is wrong with a content by itself, however many reads agree on it; undefined when nothing shows. First match in the order of causes. */
export function findSign(looked: Looked): Sign | undefined {
  return findFirst(LOOKS, looked);
}

/** As {@link findSign}, but only what is soon told: of many contents the others are looked at when one of them is chosen. */
export function findPlainSign(looked: Looked): Sign | undefined {
  return findFirst(PLAIN_LOOKS, looked);
}

type Look = (looked: Looked) => Sign | undefined;

function findFirst(looks: readonly Look[], looked: Looked): Sign | undefined {
  for (const find of looks) {
    const found = find(looked);
    if (found) return found;
  }
  return undefined;
}

const PLAIN_LOOKS: readonly Look[] = [findFill, findWrongLength, findMirror, findStuck];
const LOOKS: readonly Look[] = [
  findFill,
  findOtherRegion,
  findWrongLength,
  findMirror,
  findSwap,
  findShift,
  findStuck
];

/** Less than this of a content may be something else: a bus that is dead still picks up a little. */
const FILLED_SHARE = 0.999;

/** One value throughout. FF is what an erased memory gives; nothing erased gives another value. Source: common practice. */
export function findFill({ bytes, reads }: Pick<Looked, 'bytes' | 'reads'>): Sign | undefined {
  const { value, share } = commonest(bytes);
  if (bytes.length === 0 || share < FILLED_SHARE) return undefined;
  const params = { reads, value: hexByte(value), percent: Math.floor(share * 100) };
  return sign(value === 0xff ? 'blank' : 'bus-dead', {
    ...{ code: 'trust.sign.filled', severity: 'stop', params }
  });
}

/** The commonest value; counted over all where a sample does not rule a filled content out. */
export function commonest(bytes: Uint8Array): { value: number; share: number } {
  const step = Math.max(1, Math.floor(bytes.length / 4096));
  const sample = countValues(bytes, step);
  return sample.share < 0.9 || step === 1 ? sample : countValues(bytes, 1);
}

function countValues(bytes: Uint8Array, step: number) {
  const counts = new Uint32Array(256);
  let all = 0;
  for (let i = 0; i < bytes.length; i += step, all++)
    counts[bytes[i] as number] = (counts[bytes[i] as number] as number) + 1;
  let value = 0;
  for (let v = 1; v < 256; v++) if ((counts[v] as number) > (counts[value] as number)) value = v;
  return { value, share: all === 0 ? 0 : (counts[value] as number) / all };
}

/** Content that is wrong here and right where another region lies. */
function findOtherRegion({ bytes, knowledge, sense }: Looked): Sign | undefined {
  if (isConfirmed(sense)) return undefined;
  const here = knowledge.lengthBytes;
  for (const other of knowledge.others) {
    if (other.lengthBytes !== bytes.length || other.rules.length + other.fields.length === 0)
      continue;
    const there = senseOf(bytes, other);
    const fits = isConfirmed(there) || (there.fieldsSound > 0 && !isContradicted(there));
    if (fits && (here !== bytes.length || worthOf(there) > worthOf(sense)))
      return sign('wrong-region', {
        ...{ code: 'trust.sign.other-region', severity: 'stop' },
        params: { region: other.name, checks: there.hold, fields: there.fieldsSound }
      });
  }
  return undefined;
}

/** Shorter or longer than the region is; content that begins anew at the true size is a size chosen wrong. */
function findWrongLength({ bytes, knowledge, reads }: Looked): Sign | undefined {
  const expected = knowledge.lengthBytes;
  if (expected === undefined || bytes.length === expected) return undefined;
  const params = { reads, found: bytes.length, expected };
  if (bytes.length < expected)
    return sign('truncated', { code: 'trust.sign.short', severity: 'stop', params });
  const evidence = { code: 'trust.sign.long', severity: 'stop', params } as const;
  const again =
    bytes.length % expected === 0 &&
    findMismatch(bytes.subarray(expected), bytes, 0, bytes.length - expected) ===
      bytes.length - expected;
  return sign(again ? 'address-line' : 'wrong-region', evidence);
}

/** So many pairs must say something before a mirror is believed. */
const LEAST_PAIRS = 32;
const MIRRORED_SHARE = 0.98;

/** Content that is the same whatever level one address line has; of several the lowest, from where on it repeats. Blank pairs say nothing. */
function findMirror({ bytes, reads }: Looked): Sign | undefined {
  const { value } = commonest(bytes);
  for (let line = 0; 2 ** line < bytes.length; line++) {
    const sample = sharePairs(bytes, line, { blank: value, most: 2048 });
    if (sample.pairs < LEAST_PAIRS || sample.share < MIRRORED_SHARE) continue;
    const all = sharePairs(bytes, line, { blank: value, most: Infinity });
    if (all.share < MIRRORED_SHARE) continue;
    const percent = Math.floor(all.share * 100);
    const params = { reads, line, everyBytes: 2 ** line, percent };
    return sign('address-line', { code: 'trust.sign.mirrored', severity: 'stop', params });
  }
  return undefined;
}

/** Of pairs that one address line tells apart: those that are no blank ones, and the share of them that is equal. */
function sharePairs(
  bytes: Uint8Array,
  line: number,
  { blank, most }: { blank: number; most: number }
) {
  const bit = 2 ** line;
  const step = Math.max(1, Math.floor(bytes.length / most));
  let pairs = 0;
  let equal = 0;
  for (let i = 0; i < bytes.length; i += step) {
    const at = Math.floor(i / bit) % 2 === 0 ? i : i - bit;
    if (at + bit >= bytes.length) continue;
    const [a, b] = [bytes[at], bytes[at + bit]];
    if (a === blank && b === blank) continue;
    pairs++;
    if (a === b) equal++;
  }
  return { pairs, share: pairs === 0 ? 0 : equal / pairs };
}

/** Wrong as it stands, right with its bytes in another order: by checks, fields, or VINs that appear. */
function findSwap(looked: Looked): Sign | undefined {
  const { bytes, knowledge, sense, reads } = looked;
  if (isConfirmed(sense)) return undefined;
  const known = knowledge.rules.length + knowledge.fields.length > 0;
  for (const width of [2, 4] as const) {
    const swapped = swapBytes(bytes, width);
    if (!swapped) continue;
    const better = known
      ? isContradicted(sense) && worthOf(senseOf(swapped, knowledge)) > worthOf(sense)
      : countSureVins(swapped) > 0 && countSureVins(bytes) === 0;
    if (better)
      return sign('byte-swapped', {
        ...{ code: 'trust.sign.swapped', severity: 'stop' },
        params: { reads, width, bytes: bytes.length }
      });
  }
  return undefined;
}

const countSureVins = (bytes: Uint8Array) =>
  findVins(bytes).filter((v) => v.vin.checkDigit === 'holds').length;

/** Undefined where the length is no multiple. */
export function swapBytes(bytes: Uint8Array, width: 2 | 4): Uint8Array | undefined {
  if (bytes.length % width !== 0) return undefined;
  const swapped = applySteps(bytes, [{ kind: width === 2 ? 'swap-16' : 'swap-32' }]);
  return swapped.ok ? swapped.value : undefined;
}

/** Further than this nothing is looked for. Units: bytes. */
const MOST_SHIFT = 4096;

/** A VIN that stands beside its place, or fields that all read as they must a few bytes on. */
function findShift({ bytes, knowledge, sense, reads }: Looked): Sign | undefined {
  if (!isContradicted(sense)) return undefined;
  const vin = knowledge.fields.find((f) => f.form.type === 'text' && f.form.vin);
  const places = vin?.offsets ?? [];
  const distances = findVins(bytes)
    .flatMap(({ at }) => places.map((place) => at - place))
    .filter((by) => by !== 0 && Math.abs(by) <= MOST_SHIFT);
  for (const by of new Set(distances)) {
    const moved = moveBy(bytes, by);
    if (worthOf(senseOf(moved, knowledge)) > worthOf(sense))
      return sign('shifted', {
        ...{ code: 'trust.sign.shifted', severity: 'stop' },
        params: { reads, at: 0, by, bytes: bytes.length - Math.abs(by) }
      });
  }
  return undefined;
}

/** The content as it would be had nothing been lost or put in front. */
function moveBy(bytes: Uint8Array, by: number): Uint8Array {
  const out = new Uint8Array(bytes.length).fill(0xff);
  if (by > 0) out.set(bytes.subarray(by));
  else out.set(bytes.subarray(0, bytes.length + by), -by);
  return out;
}

function findStuck({ bytes, sense, reads }: Looked): Sign | undefined {
  if (isConfirmed(sense)) return undefined;
  const stuck = findStuckBit(bytes, isContradicted(sense));
  if (!stuck) return undefined;
  const { bit, level, lane } = stuck;
  return sign('stuck-bit', {
    ...{ code: 'trust.sign.stuck', severity: 'stop' },
    params: { reads, bit, level, lane, bytes: bytes.length }
  });
}
