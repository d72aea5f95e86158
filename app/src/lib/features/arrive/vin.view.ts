import {
  findModelYears,
  findVinRegion,
  isCheckDigitMandatory,
  type VinRegion
} from '@badger/core/identity/vin-facts';
import { parseVin, proposeVin } from '@badger/core/identity/vin';
import type { Problem } from '@badger/core/base/result';

const REGIONS: Record<VinRegion, string> = {
  africa: 'Africa',
  asia: 'Asia',
  europe: 'Europe',
  'north-america': 'North America',
  oceania: 'Oceania',
  'south-america': 'South America',
  unassigned: 'not assigned'
};

export interface VinView {
  readonly problem: Problem | undefined;
  /** What was probably meant; only offered. */
  readonly proposal: string | undefined;
  readonly text: string;
  readonly lastSeven: string;
  readonly lines: readonly { readonly name: string; readonly value: string }[];
  /** The check digit speaks against it where the law asks for one. */
  readonly doubtful: boolean;
}

/** A VIN in words, as it is typed. Undefined while nothing is typed. */
export function viewVin(input: string, thisYear: number): VinView | undefined {
  if (input.trim() === '') return undefined;
  const parsed = parseVin(input);
  const proposal = proposeVin(input);
  if (!parsed.ok)
    return {
      problem: parsed.problem,
      proposal,
      text: input,
      lastSeven: '',
      lines: [],
      doubtful: false
    };
  const vin = parsed.value;
  const mandatory = isCheckDigitMandatory(vin);
  const digit = {
    holds: 'holds',
    differs: mandatory
      ? 'differs, and this maker’s home demands it: read the plate again'
      : 'does not hold; makers from this region are free not to use one',
    absent: 'none in this number'
  }[vin.checkDigit];
  return {
    problem: undefined,
    proposal: undefined,
    text: vin.text,
    lastSeven: vin.lastSeven,
    doubtful: vin.checkDigit === 'differs' && mandatory,
    lines: [
      { name: 'Maker code', value: `${vin.text.slice(0, 3)}, ${REGIONS[findVinRegion(vin)]}` },
      { name: 'Check digit', value: digit },
      { name: 'Model year', value: wordsOfYears(vin.text, findModelYears(vin, thisYear)) }
    ]
  };
}

function wordsOfYears(text: string, years: ReturnType<typeof findModelYears>): string {
  const code = text.charAt(9);
  if (years.length === 0) return `position 10 is ${code}: not a year code`;
  const likely = years.find((y) => y.likely);
  const others = years.filter((y) => y !== likely && y.reason !== 'future').map((y) => y.year);
  const why =
    likely?.reason === 'position-seven'
      ? `position 10 is ${code}, position 7 decides`
      : `position 10 is ${code}; the maker may use it otherwise`;
  return `${likely?.year ?? '?'}${others.length > 0 ? ` or ${others.join(', ')}` : ''} (${why})`;
}
