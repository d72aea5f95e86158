import { areUnitsSwapped } from '../identity/units-swapped.ts';
import { parseVin } from '../identity/vin.ts';
import { judgeDonor, type DonorCheck } from '../match/judge-donor.ts';
import type { Profile } from '../profile/profile.ts';
import type { JobFact, JobRows, UnitFact } from './job-rows.ts';

/** What is known of a unit: its label, and above it what the unit told itself. */
export function numbersOf(
  unit: Pick<UnitFact, 'labelNumbers' | 'numbers'> | undefined
): Record<string, string> {
  return { ...unit?.labelNumbers, ...unit?.numbers };
}

/** The donor held against the original by the rules of the family. */
export function matchUnits(profile: Profile, { original, donor }: JobRows['units']): DonorCheck {
  return judgeDonor(profile, numbersOf(original), {
    family: donor?.familyId,
    numbers: numbersOf(donor),
    identified: Boolean(donor?.chipId && original?.chipId)
  });
}

/** Names of the fields in which the donor is not what it must be. */
export function mismatches(match: DonorCheck | undefined): string[] {
  return (match?.lines ?? []).filter((l) => l.judgement.verdict === 'stop').map((l) => l.name);
}

/** VIN of the job's vehicle as the standard writes it; as it was typed where it is none. */
export function vinOf({ vin }: Pick<JobFact, 'vin'>): string {
  const parsed = parseVin(vin);
  return parsed.ok ? parsed.value.text : vin;
}

/** Did somebody take the donor for the original? */
export function areSwapped(
  job: Pick<JobFact, 'vin'>,
  { original, donor }: JobRows['units']
): boolean {
  return areUnitsSwapped({
    vehicleVin: vinOf(job),
    originalVin: original?.numbers['vin'],
    donorVin: donor?.numbers['vin']
  });
}
