import { findVehiclePlace, type KnownVehicle } from '@badger/core/access/vehicle/vehicle-place';
import type { Access } from '@badger/core/access/access';
import type { AgedReading } from '@badger/core/access/vehicle/vehicle-reading';
import type { GateFacts } from '@badger/core/gates/facts';
import { findLayout } from '@badger/core/scan/layout';
import type { StationBench } from '../../bench/station-bench.ts';
import type { Deps } from '../../deps.ts';
import type { JobRow } from '../../repositories/jobs.ts';

/** Key under which a scan over the Ethernet cable is known. */
export const CABLE = 'cable';

/** The job's vehicle, with the layout of its make where that is known. */
export function knownVehicle(deps: Deps, { vin }: Pick<JobRow, 'vin'>): KnownVehicle {
  return { vin, layout: findLayout(deps.layouts, vin) };
}

/** Can the unit of this access be found in the vehicle, and what would carry the words to it? */
export function placeFacts(
  vehicle: KnownVehicle,
  access: Access | undefined
): Pick<GateFacts, 'vehicleLine' | 'vehicleGap'> {
  if (access?.carrier !== 'vehicle-uds') return { vehicleLine: undefined, vehicleGap: undefined };
  const place = findVehiclePlace(access.socket, vehicle);
  return {
    vehicleLine: vehicle.layout?.carrier,
    vehicleGap: place.ok ? undefined : place.problem
  };
}

/** The one Ethernet cable is in use: by a scan, by what is done at the vehicle, or by an operation of any station. */
export function isCableTaken(deps: Deps): boolean {
  return deps.bench.isLineBusy(CABLE) || deps.bench.cableTaken;
}

/** Does this access go over the Ethernet cable? */
export function needsCable(deps: Deps, job: Pick<JobRow, 'vin'>, access: Access): boolean {
  return placeFacts(knownVehicle(deps, job), access).vehicleLine === 'doip';
}

/** What this vehicle told when the station looked at it last; of another vehicle it says nothing. */
export function readingOf(station: StationBench | undefined, vin: string): AgedReading | undefined {
  const seen = station?.vehicle;
  return seen && seen.wantedVin === vin
    ? { ...seen.reading, ageSeconds: (performance.now() - seen.atMs) / 1000 }
    : undefined;
}
