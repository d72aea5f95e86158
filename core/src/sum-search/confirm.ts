import type { Range } from '../image/range.ts';
import type { Family } from './family.ts';
import type { StoredForm } from '../checksum/rule.ts';
import { readStored, type KeySource, type StoredOrder } from './key-source.ts';

/** A checksum that may stand in an image. Units: offsets, bytes. */
export interface SumCandidate {
  readonly algorithm: string;
  readonly form: StoredForm;
  readonly byteOrder: StoredOrder;
  /** What it covers, half-open, and where its value begins. */
  readonly start: number;
  readonly end: number;
  readonly storedAt: number;
  readonly storedBytes: number;
  /** Images of other content in which it holds, the first among them, of those that could tell. */
  readonly support: number;
  readonly asked: number;
  /** The inverted value stands beside it. */
  readonly inverseBeside: boolean;
  /** Checksums of the same kind over stretches of the same length, each right behind the one before, this one among them. */
  readonly blocks: number;
  /** So many hits as good as this one would come by chance in the whole search. */
  readonly expectedByChance: number;
}

/** A hit before it is ranked. */
export interface RawCandidate extends Omit<SumCandidate, 'blocks' | 'expectedByChance'> {
  readonly bits: number;
  /** What is stored. */
  readonly value: number;
  /** Pairs of positions as noteworthy as these, or more. */
  readonly pairs: number;
}

/** The ways in which one value is stored, as a source of each image of the family, and the family. */
export interface Way {
  readonly sources: readonly KeySource[];
  readonly family: Family;
}

/** Holds a candidate against the bytes of all images; undefined where it does not hold in the first. */
export function confirm(
  { sources, family }: Way,
  { start, end }: Range,
  storedAt: number
): Omit<RawCandidate, 'pairs'> | undefined {
  const [first] = sources as readonly [KeySource];
  const { algorithm, form, byteOrder, storedBytes, bits } = first.variant;
  const value = valueAt(first, storedAt);
  // nothing but 00 and FF stands everywhere
  if (tellingBits(value, storedBytes) <= storedBytes || family.isBlank(start, end))
    return undefined;
  if (first.valueOf(start, end) !== value || isOneValue(first.bytes, start, end)) return undefined;
  const told = family.tellingApart([
    { start, end },
    { start: storedAt, end: storedAt + storedBytes }
  ]);
  // what is blank in another image holds there of itself
  const witnesses = told.slice(1).flatMap((i) => {
    const source = sources[i] as KeySource;
    const other = valueAt(source, storedAt);
    const tells =
      tellingBits(other, storedBytes) > storedBytes && !isOneValue(source.bytes, start, end);
    if (!tells) return [];
    return {
      holds: source.valueOf(start, end) === other,
      bits: Math.min(bits, tellingBits(other, storedBytes))
    };
  });
  const supporting = witnesses.filter((w) => w.holds);
  const own = Math.min(bits, tellingBits(value, storedBytes));
  return {
    ...{ algorithm, form, byteOrder, start, end, storedAt, storedBytes, value },
    ...{ support: 1 + supporting.length, asked: 1 + witnesses.length },
    inverseBeside: hasInverse(first, storedAt),
    bits: supporting.reduce((sum, w) => sum + w.bits, own)
  };
}

const valueAt = ({ bytes, variant }: KeySource, at: number) =>
  readStored(bytes, at, variant.storedBytes, variant.byteOrder);

function isOneValue(bytes: Uint8Array, start: number, end: number): boolean {
  const value = bytes[start];
  for (let i = start + 1; i < end; i++) if (bytes[i] !== value) return false;
  return true;
}

/** The value inverted, right behind it or right before it. */
function hasInverse({ bytes, variant: { storedBytes } }: KeySource, at: number): boolean {
  return [at - storedBytes, at + storedBytes].some((beside) => {
    if (beside < 0 || beside + storedBytes > bytes.length) return false;
    for (let j = 0; j < storedBytes; j++)
      if (((bytes[at + j] as number) ^ (bytes[beside + j] as number)) !== 0xff) return false;
    return true;
  });
}

/** How much a stored value tells: a byte of 00 or FF stands everywhere, and one that is there twice tells once. Units: bits. Own estimate. */
export function tellingBits(value: number, storedBytes: number): number {
  const seen = new Set([0, 0xff]);
  let bits = 0;
  for (let rest = value, j = 0; j < storedBytes; j++, rest = Math.floor(rest / 256)) {
    bits += seen.has(rest % 256) ? 1 : 8;
    seen.add(rest % 256);
  }
  return bits;
}
