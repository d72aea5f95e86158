import { areUnitsSwapped } from '@badger/core/identity/units-swapped';
import { parseVin } from '@badger/core/identity/vin';
import { judgeDonor, type DonorCheck } from '@badger/core/match/judge-donor';
import type { Profile } from '@badger/core/profile/profile';
import type { JobUnits, UnitRow } from '../../repositories/job-units.ts';
import type { JobRow } from '../../repositories/jobs.ts';

/** What the line of work wants to know of vehicle and order. */
export function factsOfVehicle(job: JobRow) {
  const vin = parseVin(job.vin);
  return {
    customer: job.customer,
    vehicleVin: vin.ok ? vin.value.text : job.vin,
    vinProblem: vin.ok ? undefined : vin.problem.code,
    vinCheckDigit: vin.ok ? vin.value.checkDigit : undefined,
    authorisedBy: job.authorisedBy ?? undefined
  };
}

/** What the line of work wants to know of the two units. */
export function factsOfUnits(units: JobUnits, match: DonorCheck | undefined) {
  return {
    originalTag: units.original?.tag,
    originalChipId: units.original?.chipId ?? undefined,
    originalVin: units.original?.numbers['vin'],
    donorTag: units.donor?.tag,
    donorChipId: units.donor?.chipId ?? undefined,
    donorMismatches: mismatches(match)
  };
}

/** Did somebody take the donor for the original? */
export function swapped(job: JobRow, units: JobUnits): boolean {
  const vin = parseVin(job.vin);
  return areUnitsSwapped({
    vehicleVin: vin.ok ? vin.value.text : job.vin,
    originalVin: units.original?.numbers['vin'],
    donorVin: units.donor?.numbers['vin']
  });
}

/** Names of the fields in which the donor is not what it must be. */
export function mismatches(match: DonorCheck | undefined): string[] {
  return (match?.lines ?? []).filter((l) => l.judgement.verdict === 'stop').map((l) => l.name);
}

/** What is known of a unit: its label, and above it what the unit told itself. */
export function numbersOf(
  unit: Pick<UnitRow, 'labelNumbers' | 'numbers'> | undefined
): Record<string, string> {
  return { ...unit?.labelNumbers, ...unit?.numbers };
}

/** The donor held against the original by the rules of the family. */
export function matchUnits(profile: Profile, units: JobUnits): DonorCheck {
  return judgeDonor(profile, numbersOf(units.original), {
    family: units.donor?.familyId,
    numbers: numbersOf(units.donor),
    identified: Boolean(units.donor?.chipId && units.original?.chipId)
  });
}
