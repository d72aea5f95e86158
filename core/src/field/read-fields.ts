import { equalBytes } from '../base/bytes.ts';
import type { BytesAt } from '../checksum/rule.ts';
import type { Range } from '../image/range.ts';
import { decodeField } from './decode-field.ts';
import type { FieldSpec, FieldValue } from './field.ts';

/** One copy of a field. */
export interface FieldCopy {
  readonly range: Range;
  /** Undefined where not every byte is known. */
  readonly value: FieldValue | undefined;
}

/** `voted`: copies differ, and more of them say this than anything else. `torn`: they differ and none wins. */
export type FieldVerdict = FieldValue['verdict'] | 'voted' | 'torn' | 'unknown';

/** What a field says in one image. Of a secret the text is never told. */
export interface FieldReading {
  readonly spec: FieldSpec;
  readonly copies: readonly FieldCopy[];
  readonly verdict: FieldVerdict;
  readonly text: string;
  /** Copies that hold what is told, of those that are known. */
  readonly agreeing: number;
  readonly known: number;
}

/** What is told of a secret instead of its value. */
export const KEPT_SECRET = 'kept secret';

/** Reads every field with all its copies; the vote is told, not hidden. `unknown` and `torn` are never sound. */
export function readFields(specs: readonly FieldSpec[], bytesAt: BytesAt): FieldReading[] {
  return specs.map((spec) => readField(spec, bytesAt));
}

function readField(spec: FieldSpec, bytesAt: BytesAt): FieldReading {
  const copies = spec.offsets.map((start) => {
    const range = { start, end: start + spec.lengthBytes };
    const bytes = bytesAt(range);
    return { range, bytes, value: bytes && decodeField(spec.form, bytes) };
  });
  const known = copies.filter((c) => c.bytes !== undefined);
  const { winner, agreeing } = vote(known);
  const verdict = judge(winner?.value, { known: known.length, all: copies.length, agreeing });
  const told = copies.map(({ range, value }) => ({ range, value: value && mask(spec, value) }));
  const text = winner?.value ? mask(spec, winner.value).text : '';
  return { spec, copies: told, verdict, text, agreeing, known: known.length };
}

const mask = (spec: FieldSpec, value: FieldValue): FieldValue =>
  spec.role === 'secret' && value.verdict !== 'blank' ? { ...value, text: KEPT_SECRET } : value;

interface KnownCopy {
  readonly bytes: Uint8Array | undefined;
  readonly value: FieldValue | undefined;
}

/** The copies that more hold than any other; of as many, those that read as they must. No winner where that does not decide. */
function vote(known: readonly KnownCopy[]) {
  const groups: KnownCopy[][] = [];
  for (const copy of known) {
    const group = groups.find((g) =>
      equalBytes(g[0]?.bytes as Uint8Array, copy.bytes as Uint8Array)
    );
    if (group) group.push(copy);
    else groups.push([copy]);
  }
  const most = Math.max(0, ...groups.map((g) => g.length));
  const first = groups.filter((g) => g.length === most);
  const reading = first.filter((g) => g[0]?.value?.verdict === 'sound');
  const [winner] = reading.length === 1 ? reading : first.length === 1 ? first : [];
  return { winner: winner?.[0], agreeing: winner?.length ?? 0 };
}

function judge(
  value: FieldValue | undefined,
  { known, all, agreeing }: { known: number; all: number; agreeing: number }
): FieldVerdict {
  if (known === 0) return 'unknown';
  if (!value) return 'torn';
  if (value.verdict !== 'sound') return value.verdict;
  if (agreeing < known) return 'voted';
  return known < all ? 'unknown' : 'sound';
}

/** How one field stands in several images. */
export interface FieldComparison {
  readonly spec: FieldSpec;
  readonly readings: readonly FieldReading[];
  /** Undefined where it cannot be said of every image. */
  readonly same: boolean | undefined;
}

/** The same fields side by side; secrets are compared without being shown. Shape: one way of reading bytes an image. */
export function compareFields(
  specs: readonly FieldSpec[],
  images: readonly BytesAt[]
): FieldComparison[] {
  const readings = images.map((bytesAt) => readFields(specs, bytesAt));
  return specs.map((spec, i) => {
    const across = readings.map((r) => r[i] as FieldReading);
    const winners = images.map((bytesAt, k) =>
      winnerBytes(spec, across[k] as FieldReading, bytesAt)
    );
    const [first] = winners;
    const same = winners.every((w) => w !== undefined)
      ? winners.every((w) => equalBytes(w, first as Uint8Array))
      : undefined;
    return { spec, readings: across, same };
  });
}

/** The bytes that are told of a field; undefined where nothing is. */
export function winnerBytes(
  spec: FieldSpec,
  reading: FieldReading,
  bytesAt: BytesAt
): Uint8Array | undefined {
  if (reading.verdict === 'torn' || reading.agreeing === 0) return undefined;
  const known = spec.offsets.flatMap(
    (start) => bytesAt({ start, end: start + spec.lengthBytes }) ?? []
  );
  const { winner } = vote(known.map((bytes) => ({ bytes, value: decodeField(spec.form, bytes) })));
  return winner?.bytes;
}
