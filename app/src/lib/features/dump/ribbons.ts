import type { Vin } from '@badger/core/identity/vin';
import { isCheckDigitMandatory } from '@badger/core/identity/vin-facts';
import type { DumpFile } from './dump-state.svelte.ts';

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

/** What was found in a file, where it stands. */
export function ribbonsOf({ inspection, sums }: Pick<DumpFile, 'inspection' | 'sums'>): Ribbon[] {
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
  return [...vins, ...values];
}

const hex = (address: number) => address.toString(16).toUpperCase().padStart(4, '0');
