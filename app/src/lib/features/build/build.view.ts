import { overlaps, type Range } from '@badger/core/image/range';
import type { ByteOrigin, PlanLine } from '@badger/core/clone/plan';
import type { PlanPart } from '@badger/core/clone/parts';

/** Bytes in a row that come from one source, with the names of what lies in them. */
export interface OriginRow extends Range {
  readonly origin: ByteOrigin;
  readonly what: string;
  /** Why they come from there: the family's reason, or that of whoever changed it. */
  readonly why: string;
  readonly changed: boolean;
}

/** What a person wants to take from elsewhere, as it is typed. */
export interface ChosenRange {
  regionId: string;
  start: string;
  end: string;
  from: string;
}

/** So many names are told of one row. */
const MOST_NAMES = 5;

/** The ranges of a built region, those of one source joined. */
export function rowsOfLine({ provenance, parts, sums }: PlanLine): OriginRow[] {
  const groups: { range: Range; origin: ByteOrigin; names: string[] }[] = [];
  for (const { start, end, origin, what } of provenance) {
    const last = groups.at(-1);
    const names = what === '' ? [] : [what];
    if (last?.origin === origin && origin !== 'checksum') {
      last.range = { start: last.range.start, end };
      last.names.push(...names);
    } else groups.push({ range: { start, end }, origin, names });
  }
  return groups.map(({ range, origin, names }) => {
    const within = parts.filter((p) => overlaps(p, range));
    const changed = within.find((p) => p.changed !== undefined);
    const sum = origin === 'checksum' ? sums.find((s) => s.rule === names[0]) : undefined;
    return {
      ...{ ...range, origin, what: tellNames(names) },
      why: sum ? `${sum.before} → ${sum.after}` : (changed?.changed ?? reasonOf(within, origin)),
      changed: changed !== undefined && !sum
    };
  });
}

/** Why a source is taken where the family has said nothing of its own. */
const PLAIN_REASONS: Partial<Readonly<Record<ByteOrigin, string>>> = {
  original: 'The vehicle knows it.',
  donor: 'Stays as it is.',
  supplied: 'As the file came.'
};
const reasonOf = (parts: readonly PlanPart[], origin: ByteOrigin) =>
  parts.find((p) => p.why !== '')?.why ?? PLAIN_REASONS[origin] ?? '';

function tellNames(names: readonly string[]): string {
  const own = [...new Set(names)];
  const told = own.slice(0, MOST_NAMES).join(', ');
  return own.length > MOST_NAMES ? `${told} and ${own.length - MOST_NAMES} more` : told;
}

/** A stretch of a drawing. Units: parts of its width from 0 to 1. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly origin: ByteOrigin;
}

/** Nothing that is written is drawn narrower, or it would not be seen. Unit: part of the width. */
const LEAST_WIDTH = 0.004;

/** The ranges of a region drawn over its length; later ones lie over earlier ones. */
export function drawLine(rows: readonly OriginRow[], lengthBytes: number): Stretch[] {
  return rows
    .map(({ start, end, origin }) => {
      const from = start / lengthBytes;
      const to = Math.max(end / lengthBytes, from + LEAST_WIDTH);
      const over = Math.max(0, to - 1);
      return { from: from - over, to: to - over, origin };
    })
    .sort((a, b) => b.to - b.from - (a.to - a.from));
}

/** An offset as wide as its region needs. Example: `0x50` of 4 KiB is `0050`. */
export const offsetText = (offset: number, lengthBytes: number): string =>
  offset
    .toString(16)
    .toUpperCase()
    .padStart(lengthBytes > 0x10000 ? 6 : 4, '0');

/** An address that a person typed: hexadecimal, with or without 0x. Undefined where it is none. */
export function readOffset(text: string): number | undefined {
  const digits = /^\s*(?:0x)?([0-9a-f]{1,9})\s*$/i.exec(text)?.[1];
  return digits === undefined ? undefined : parseInt(digits, 16);
}

/** The regions with one moved up by one place. */
export function moveUp(order: readonly string[], regionId: string): string[] {
  const at = order.indexOf(regionId);
  if (at < 1) return [...order];
  return [...order.slice(0, at - 1), regionId, order[at - 1] as string, ...order.slice(at + 1)];
}
