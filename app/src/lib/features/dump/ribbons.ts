import type { FieldSpec } from '@badger/core/field/field';
import type { Range } from '@badger/core/image/range';
import type { Vin } from '@badger/core/identity/vin';
import { isCheckDigitMandatory } from '@badger/core/identity/vin-facts';
import type { DumpFile } from './dump-file.svelte.ts';
import { viewOfPlace } from './families.ts';
import { ROW_BYTES } from './layout-rows.ts';

/** A remark in the margin beside the row in which `address` stands. */
export interface Ribbon {
  readonly address: number;
  readonly text: string;
}

/** What the check digit of a VIN says; a maker who need not use it is not wrong without. */
export function tellDigit(vin: Vin): string {
  if (vin.checkDigit === 'holds') return 'digit holds';
  return isCheckDigitMandatory(vin) ? 'digit wrong' : 'no check digit';
}

/** Hits that chance explains stand in no margin. */
const MOST_BY_CHANCE = 0.01;

/** Remarks by the row in which they stand. */
export function byRow(ribbons: readonly Ribbon[]): ReadonlyMap<number, string> {
  const rows = new Map<number, string>();
  for (const { address, text } of ribbons) {
    const row = address - (address % ROW_BYTES);
    const told = rows.get(row);
    rows.set(row, told === undefined ? text : `${told} · ${text}`);
  }
  return rows;
}

/** A band under the bytes of a field or a stored value. */
export interface Band extends Range {
  readonly role: FieldSpec['role'] | 'checksum';
}

/** The bands that the family and the rules draw under the bytes, ascending. Units: addresses. */
export function bandsOf({
  place,
  pieces,
  checks
}: Pick<DumpFile, 'place' | 'pieces' | 'checks'>): Band[] {
  const base = place ? viewOfPlace(pieces, place).base : 0;
  const fields = (place?.region.fields ?? []).flatMap(({ role, offsets, lengthBytes }) =>
    offsets.map((at) => ({ start: base + at, end: base + at + lengthBytes, role }))
  );
  const sums = checks.map(({ stored }) => ({ ...stored, role: 'checksum' as const }));
  return [...fields, ...sums].sort((a, b) => a.start - b.start);
}

/** Bytes that are not shown: security data that the family knows of. */
export const maskedRanges = (bands: readonly Band[]): readonly Range[] =>
  bands.filter((b) => b.role === 'secret');

const CHECK_WORDS = { holds: 'holds', differs: 'does not hold', unknown: 'unknown' } as const;

/** Names in the margin: fields, checksums, remarks. */
function namesOf({ place, pieces, checks, notes }: RibbonSource): Ribbon[] {
  const base = place ? viewOfPlace(pieces, place).base : 0;
  const fields = (place?.region.fields ?? []).flatMap(({ name, offsets }) =>
    offsets.map((at, i) => ({
      address: base + at,
      text: offsets.length > 1 ? `${name} ${i + 1} of ${offsets.length}` : name
    }))
  );
  const sums = checks.map(({ stored, rule, verdict }) => ({
    address: stored.start,
    text: `${rule} ${verdict === 'inverse-differs' ? 'inverse wrong' : CHECK_WORDS[verdict]}`
  }));
  return [...fields, ...sums, ...notes.map((n) => ({ address: n.start, text: `“${n.text}”` }))];
}

type RibbonSource = Pick<DumpFile, 'inspection' | 'sums' | 'place' | 'pieces' | 'checks' | 'notes'>;

/** What was found in a file, where it stands. */
export function ribbonsOf(file: RibbonSource): Ribbon[] {
  const { inspection, sums } = file;
  const vins = (inspection?.vins ?? []).map(({ address, vin }) => ({
    address,
    text: `VIN, ${tellDigit(vin)}`
  }));
  const found = sums?.state === 'done' ? sums.candidates : [];
  const values = found
    .filter((c) => c.expectedByChance < MOST_BY_CHANCE)
    .map((c) => ({
      address: c.storedAt,
      text: `${c.algorithm.split('/')[0]} of ${hex(c.start)}–${hex(c.end - 1)}`
    }));
  return [...namesOf(file), ...vins, ...values];
}

const hex = (address: number) => address.toString(16).toUpperCase().padStart(4, '0');
