import type { Finding } from '../image/finding.ts';
import { computeCheckDigit, type Vin } from './vin.ts';

/** Where the first character of a VIN says that the maker is at home. Source: ISO 3780, from memory. */
export type VinRegion =
  'africa' | 'asia' | 'europe' | 'north-america' | 'oceania' | 'south-america' | 'unassigned';

/** The continent of the maker code. Source: ISO 3780 allotment of first characters, from memory. */
export function findVinRegion(vin: Vin): VinRegion {
  const c = vin.text.charAt(0);
  if (/[A-H]/.test(c)) return 'africa';
  if (/[J-R]/.test(c)) return 'asia';
  if (/[S-Z]/.test(c)) return 'europe';
  if (/[1-5]/.test(c)) return 'north-america';
  if (/[67]/.test(c)) return 'oceania';
  return /[89]/.test(c) ? 'south-america' : 'unassigned';
}

/**
 * Does the law at the maker's home ask for the check digit? North America (49 CFR 565) and China (GB 16735) do;
 * elsewhere makers are free. From memory.
 */
export function isCheckDigitMandatory(vin: Vin): boolean {
  return findVinRegion(vin) === 'north-america' || vin.text.startsWith('L');
}

/** What speaks against a VIN: a check digit that does not hold, grave where the law asks for one. */
export function judgeCheckDigit(vin: Vin): Finding[] {
  if (vin.checkDigit === 'holds') return [];
  const mandatory = isCheckDigitMandatory(vin);
  const params = { found: vin.text.charAt(8), expected: computeCheckDigit(vin.text), mandatory };
  return [{ code: 'vin.digit.differs', severity: mandatory ? 'stop' : 'note', params }];
}

export interface ModelYear {
  readonly year: number;
  /**
   * `position-seven`: a rule decides between the two cycles of thirty years. `cycle`: the letter fits both.
   * `future`: more than a year ahead of today, so it cannot be meant.
   */
  readonly reason: 'position-seven' | 'cycle' | 'future';
  readonly likely: boolean;
}

const CODES = 'ABCDEFGHJKLMNPRSTVWXY123456789';

/**
 * Model years that position 10 may mean, newest first. Empty where it is no year code (0, U, Z: not used for a year).
 * Source: 49 CFR 565.15 table and its rule for cars (position 7 a letter: 2010 to 2039); ISO 3779 leaves position 10 to
 * the maker, so outside North America these are candidates, no facts.
 * Example: position 10 `K` with a letter in position 7 and a North American maker is 2019.
 */
export function findModelYears(vin: Vin, thisYear: number): ModelYear[] {
  const index = CODES.indexOf(vin.text.charAt(9));
  if (index < 0) return [];
  const newCycle = /[A-Z]/.test(vin.text.charAt(6));
  const binding = findVinRegion(vin) === 'north-america';
  return [2010 + index, 1980 + index].map((year) => {
    if (year > thisYear + 1) return { year, reason: 'future', likely: false };
    if (!binding)
      return { year, reason: 'cycle', likely: year >= 2010 || 2010 + index > thisYear + 1 };
    return { year, reason: 'position-seven', likely: year >= 2010 === newCycle };
  });
}
