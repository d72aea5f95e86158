import { findMismatch } from '../base/bytes.ts';
import { joinRanges } from '../image/image.ts';
import type { Range } from '../image/range.ts';
import { matchContent } from '../survey/match-content.ts';
import type { Sign } from './cause.ts';
import { rangesOf } from './compare-reads.ts';
import { explainStuck } from './explain-stuck.ts';
import { findFill, hexByte, look, sign } from './signs.ts';

/** Why a read differs from another, and the stretches of it that hold no content of their own. */
export interface Explained extends Sign {
  readonly spoilt: readonly Range[];
}

/** A read, and the one that it should equal. */
export interface Pair {
  readonly bytes: Uint8Array;
  readonly reference: Uint8Array;
  /** Numbers of the read, in words. */
  readonly reads: string;
}

export interface Differing extends Pair {
  /** Offsets that both have and at which they differ, ascending. */
  readonly at: Uint32Array;
}

/** Of what is explained so much must fit. */
const SHARE = 0.98;
/** Places that are tried where there are many. */
const SAMPLE = 2048;

/** What spoilt the whole stretch in which a read differs from its reference; undefined where that is not so (then it is scattered, or unknown). */
export function explainRead(pair: Pair): Explained | undefined {
  const filled = findFill(pair);
  if (filled) return { ...filled, spoilt: [{ start: 0, end: pair.bytes.length }] };
  const differing = { ...pair, at: differingAt(pair.bytes, pair.reference) };
  for (const explain of WAYS) {
    const found = explain(differing);
    if (found) return found;
  }
  return undefined;
}

const WAYS: readonly ((pair: Differing) => Explained | undefined)[] = [
  explainShort,
  explainLine,
  explainSwap,
  explainShift,
  explainBlocks,
  explainStuck
];

function differingAt(a: Uint8Array, b: Uint8Array): Uint32Array {
  const length = Math.min(a.length, b.length);
  let at = new Uint32Array(1024);
  let count = 0;
  for (let i = findMismatch(a, b, 0, length); i < length;) {
    if (count === at.length) {
      const grown = new Uint32Array(2 * count);
      grown.set(at);
      at = grown;
    }
    at[count++] = i++;
    if (i < length && a[i] === b[i]) i = findMismatch(a, b, i, length);
  }
  return at.slice(0, count);
}

/** A read that ends early with the same content, or whose end is filler where there is content. */
function explainShort({ bytes, reference, at, reads }: Differing): Explained | undefined {
  if (bytes.length < reference.length && at.length <= bytes.length * (1 - SHARE)) {
    const params = { reads, found: bytes.length, expected: reference.length };
    const spoilt = [{ start: bytes.length, end: reference.length }];
    return { ...sign('truncated', look('trust.sign.short', params)), spoilt };
  }
  if (bytes.length !== reference.length) return undefined;
  return explainTail({ bytes, reference, at, reads });
}

/** All that differs is filler that goes on to the end, and reaches to where the content of the reference ends. */
function explainTail({ bytes, reference, at, reads }: Differing): Explained | undefined {
  const value = bytes.at(-1) ?? 0;
  const [first = 0, last = 0] = [at[0], at.at(-1)];
  if (at.length < LEAST_TAIL || !isFill(value) || last < endOfContent(reference) - 1)
    return undefined;
  for (let i = first; i < bytes.length; i++) if (bytes[i] !== value) return undefined;
  const params = { reads, at: first, bytes: bytes.length - first, value: hexByte(value) };
  const spoilt = [{ start: first, end: bytes.length }];
  return { ...sign('truncated', look('trust.sign.tail', params)), spoilt };
}

/** Fewer bytes of filler are no end that was lost. */
const LEAST_TAIL = 16;
const isFill = (value: number) => value === 0xff || value === 0x00;

function endOfContent(bytes: Uint8Array): number {
  const value = bytes.at(-1) ?? 0;
  let end = bytes.length;
  if (isFill(value)) while (end > 0 && bytes[end - 1] === value) end--;
  return end;
}

/** What a read says at every offset that differs is what its reference has where one address line is held. */
function explainLine({ bytes, reference, at, reads }: Differing): Explained | undefined {
  if (at.length < LEAST_BLOCK || bytes.length !== reference.length) return undefined;
  for (let line = 0; 2 ** line < bytes.length; line++)
    for (const level of [0, 1]) {
      const held = (i: number) => holdLine(i, line, level);
      if (!fits({ bytes, reference, at }, held)) continue;
      const share = shareHeld({ bytes, reference }, held);
      if (share < HELD_SHARE) continue;
      const spoilt = [{ start: 0, end: bytes.length }];
      const percent = Math.floor(100 * share);
      const params = { reads, line, everyBytes: 2 ** line, percent };
      return { ...sign('address-line', look('trust.sign.mirrored', params)), spoilt };
    }
  return undefined;
}

const holdLine = (i: number, line: number, level: number) => {
  const bit = 2 ** line;
  const now = Math.floor(i / bit) % 2;
  return now === level ? i : level === 0 ? i - bit : i + bit;
};

/** Does the read say at its differing offsets what the reference says elsewhere? Sampled. */
function fits(
  { bytes, reference, at }: Pick<Differing, 'bytes' | 'reference' | 'at'>,
  elsewhere: (i: number) => number
): boolean {
  const step = Math.max(1, Math.floor(at.length / SAMPLE));
  let tried = 0;
  let equal = 0;
  for (let n = 0; n < at.length; n += step, tried++) {
    const i = at[n] as number;
    const from = elsewhere(i);
    if (from !== i && from >= 0 && from < reference.length && bytes[i] === reference[from]) equal++;
  }
  return equal >= tried * SHARE;
}

/** A line that is held shows nearly everywhere. */
const HELD_SHARE = 0.9;

/** Of offsets that a held line would turn elsewhere, differing or not, the share that says what stands there. Sampled. */
function shareHeld(
  { bytes, reference }: Pick<Pair, 'bytes' | 'reference'>,
  elsewhere: (i: number) => number
): number {
  // an odd step meets every level of every line
  const step = Math.floor(bytes.length / SAMPLE) | 1;
  let tried = 0;
  let equal = 0;
  for (let i = 0; i < bytes.length; i += step) {
    const from = elsewhere(i);
    if (from === i || from >= reference.length) continue;
    tried++;
    if (bytes[i] === reference[from]) equal++;
  }
  return tried === 0 ? 0 : equal / tried;
}

function explainSwap({ bytes, reference, at, reads }: Differing): Explained | undefined {
  if (at.length < LEAST_BLOCK) return undefined;
  for (const width of [2, 4] as const) {
    const order = (i: number) => i - (i % width) + (width - 1 - (i % width));
    if (bytes.length % width !== 0 || !fits({ bytes, reference, at }, order)) continue;
    const params = { reads, width, bytes: at.length };
    return {
      ...sign('byte-swapped', look('trust.sign.swapped', params)),
      spoilt: [{ start: 0, end: bytes.length }]
    };
  }
  return undefined;
}

/** A stretch of content that stands so far from its place, and goes on so to the end. */
const LEAST_MOVED = 64;

function explainShift({ bytes, reference, at, reads }: Differing): Explained | undefined {
  const first = at[0];
  if (first === undefined || at.length < LEAST_MOVED) return undefined;
  // one window of what differs is enough to find how far it moved, all that differs has to fit
  const from = Math.max(0, first - 32);
  const window = bytes.subarray(from, Math.min(bytes.length, from + 65_536));
  const near = reference.subarray(Math.max(0, from - 8192), from + window.length + 8192);
  const base = Math.max(0, from - 8192);
  const moved = new Map<number, number>();
  for (const match of matchContent(near, window)) {
    const by = match.a + base - (match.b + from);
    if (by !== 0) moved.set(by, (moved.get(by) ?? 0) + match.bytes);
  }
  const [best] = [...moved].sort((x, y) => y[1] - x[1]);
  if (!best || best[1] < LEAST_MOVED) return undefined;
  const [by] = best;
  const step = Math.max(1, Math.floor(at.length / SAMPLE));
  let tried = 0;
  let equal = 0;
  for (let n = 0; n < at.length; n += step) {
    const i = at[n] as number;
    const source = i + by;
    // what was put in or fell off at the end has no source
    if (source < 0 || source >= reference.length) continue;
    tried++;
    if (bytes[i] === reference[source]) equal++;
  }
  const last = at.at(-1) ?? first;
  const spread = last - first >= LEAST_MOVED;
  if (tried < LEAST_MOVED / 4 || equal < tried * 0.9 || !spread || endsInBlock(at, by))
    return undefined;
  const params = { reads, at: first, by, bytes: best[1] };
  return {
    ...sign('shifted', look('trust.sign.shifted', params)),
    spoilt: [{ start: first, end: bytes.length }]
  };
}

/** Content that moved by just the length in which it differs is one block that came twice. */
function endsInBlock(at: Uint32Array, by: number): boolean {
  const first = at[0] ?? 0;
  const last = at.at(-1) ?? 0;
  return by < 0 && last - first < -by;
}

/** Fewer bytes are no block. */
const LEAST_BLOCK = 8;
/** Differences that lie so close belong to one block: some of its bytes are equal by chance. */
const JOIN_BYTES = 24;
/** More blocks are no lost blocks. */
const MOST_BLOCKS = 64;

/** Each stretch that differs is filler, or what stood a block before. */
function explainBlocks({ bytes, reference, at, reads }: Differing): Explained | undefined {
  if (bytes.length !== reference.length || at.length < LEAST_BLOCK) return undefined;
  const blocks = blocksOf(at);
  if (!blocks) return undefined;
  const told = blocks.map((block) => describeBlock({ bytes, reference }, block));
  return told.every((t) => t !== undefined) ? nameBlocks(told, reads) : undefined;
}

/** Stretches in which two reads differ; undefined where they are too many to be blocks. */
function blocksOf(at: Uint32Array): Range[] | undefined {
  const wide = joinRanges(rangesOf(at).map(({ start, end }) => ({ start, end: end + JOIN_BYTES })));
  return wide.length > MOST_BLOCKS
    ? undefined
    : wide.map(({ start, end }) => ({ start, end: end - JOIN_BYTES }));
}

function nameBlocks(blocks: readonly Block[], reads: string): Explained | undefined {
  const repeated = blocks.filter((b) => b.type === 'repeated');
  const [one] = [...(repeated.length > 0 ? repeated : blocks)].sort((a, b) => b.bytes - a.bytes);
  if (!one || one.bytes < LEAST_BLOCK) return undefined;
  const common = { reads, at: one.at, bytes: one.bytes, places: blocks.length };
  const made =
    one.type === 'repeated'
      ? sign('repeated-block', look('trust.sign.repeated', { ...common, back: one.back }))
      : sign('dropped-block', look('trust.sign.dropped', { ...common, value: hexByte(one.value) }));
  return { ...made, spoilt: blocks.map((b) => ({ start: b.at, end: b.at + b.bytes })) };
}

/** Two reads that both lost blocks, each at other places: what each of them lost. Undefined where any stretch is neither's loss. */
export function explainBoth(
  first: Omit<Pair, 'reference'>,
  second: Omit<Pair, 'reference'>
): readonly [Explained, Explained] | undefined {
  if (first.bytes.length !== second.bytes.length) return undefined;
  const at = differingAt(first.bytes, second.bytes);
  const blocks = at.length < LEAST_BLOCK ? undefined : blocksOf(at);
  if (!blocks) return undefined;
  const lost: [Block[], Block[]] = [[], []];
  for (const block of blocks) {
    const one = describeBlock({ bytes: first.bytes, reference: second.bytes }, block);
    const other = describeBlock({ bytes: second.bytes, reference: first.bytes }, block);
    if (one) lost[0].push(one);
    else if (other) lost[1].push(other);
    else return undefined;
  }
  const a = nameBlocks(lost[0], first.reads);
  const b = nameBlocks(lost[1], second.reads);
  return a && b ? [a, b] : undefined;
}

type Block =
  | { readonly type: 'filler'; readonly at: number; readonly bytes: number; readonly value: number }
  | {
      readonly type: 'repeated';
      readonly at: number;
      readonly bytes: number;
      readonly back: number;
    };

function describeBlock(
  { bytes, reference }: Pick<Pair, 'bytes' | 'reference'>,
  { start, end }: Range
): Block | undefined {
  const length = end - start;
  const value = bytes[start] as number;
  if (isFill(value) && bytes.subarray(start, end).every((b) => b === value))
    return { type: 'filler', at: start, bytes: length, value };
  if (length < LEAST_BLOCK) return undefined;
  const back = distanceBack(bytes, reference, { start, end });
  return back === undefined ? undefined : { type: 'repeated', at: start, bytes: length, back };
}

/** The furthest that a block is looked for in front of its place. Units: bytes. */
const MOST_BACK = 65_536;
/** Content that is the same all over is not looked through for ever. Units: bytes that are compared. */
const MOST_STEPS = 4 * 2 ** 20;

/** How far before its place the content of a stretch stands in the reference; at least as far as it is long, so that no part of it is its own source. */
function distanceBack(
  bytes: Uint8Array,
  reference: Uint8Array,
  { start, end }: Range
): number | undefined {
  const length = end - start;
  let left = MOST_STEPS;
  for (let back = length; back <= Math.min(MOST_BACK, start) && left > 0; back++) {
    let i = start;
    // the block before may be spoilt in the reference: then it still is what this read had there
    while (i < end && (bytes[i] === reference[i - back] || bytes[i] === bytes[i - back])) i++;
    if (i === end) return back;
    left -= i - start;
  }
  return undefined;
}
