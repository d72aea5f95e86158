import { plateInName } from '../identity/plate.ts';

export interface NameParts {
  readonly vin: string;
  /** Plate that the shop names files by; empty where the end of the VIN stands. */
  readonly plate: string;
  readonly role: string;
  readonly family: string;
  readonly region: string;
  readonly number: number;
  /** ISO date, `2026-11-25`. */
  readonly date: string;
}

/**
 * Proposed file name of a kept read: VIN end or plate, role, family, region, read number, date.
 * Example: `1084417_original_HV-EC4_program-flash_read2_2026-11-25.bin`.
 */
export function proposeName(parts: NameParts): string {
  const end = plateInName(parts.plate) || parts.vin.slice(-7) || 'no-vin';
  return `${end}_${parts.role}_${parts.family}_${parts.region}_read${parts.number}_${parts.date}.bin`;
}
