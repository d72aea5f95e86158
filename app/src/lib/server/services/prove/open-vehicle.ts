import { fail, ok, type Result } from '@badger/core/base/result';
import { findLayout, genericLayout, type VehicleLayout } from '@badger/core/scan/layout';
import type { UnitPlace } from '@badger/core/scan/scan';
import { readSpeedKmh } from '@badger/core/scan/scan-unit';
import { openCan } from '../../bench/vehicle-link.ts';
import { openDoip, vinOf, type VehicleLink } from '../../station/vehicle-line.ts';
import type { Deps } from '../../deps.ts';
import type { JobRow } from '../../repositories/jobs.ts';
import { CABLE, isCableTaken } from '../operation/vehicle-cable.ts';

/** Somebody talks to a vehicle over this line, or works over it. */
export const isLineTaken = (deps: Deps, key: string): boolean =>
  deps.bench.isLineBusy(key) || (key === CABLE && isCableTaken(deps));

/** Where the units of the vehicle answer, and over which line. */
export function lineOf({ layouts }: Deps, job: JobRow, stationId: string | undefined) {
  const known = findLayout(layouts, job.vin);
  const layout = known ?? genericLayout(stationId ? 'can' : 'doip', 0x1000);
  const key = layout.carrier === 'can' ? (stationId ?? job.stationId ?? 'window') : CABLE;
  return { layout, key };
}

/** Opens the line. Errors: those of the way, `station.id.unknown`, `gate.station.busy`. */
export async function openLine(
  deps: Deps,
  job: JobRow,
  { layout, key }: { layout: VehicleLayout; key: string }
): Promise<Result<VehicleLink>> {
  if (layout.carrier === 'doip') return openDoip(deps.bench.vehicleAddress(), job.vin);
  const station = deps.bench.stations.get(key);
  if (!station) return fail('station.id.unknown');
  if (deps.bench.isTaken(key)) return fail('gate.station.busy');
  return openCan(station.thread, layout, station.row.name);
}

/**
 * The vehicle on the line is the job's, by what it announced or by most of its units without the one that is worked on. Errors: `scan.vehicle.other`, `vehicle.vin.untold` (nobody knows
 * which one it is).
 */
export async function checkRightVehicle(
  line: VehicleLink,
  { units }: VehicleLayout,
  { vin, except }: { readonly vin: string; readonly except: UnitPlace }
): Promise<Result<string>> {
  const found = await vinOf(
    line,
    units.filter((u) => u.id !== except.id)
  );
  if (found === undefined) return fail('vehicle.vin.untold');
  return found === vin ? ok(found) : fail('scan.vehicle.other', { found, vin });
}

/** Nobody works with a scan tool on a moving vehicle. Errors: `scan.vehicle.moving`. */
export async function checkReady(line: VehicleLink, layout: VehicleLayout): Promise<Result<true>> {
  const engine = layout.units.find((u) => u.legislated);
  if (!engine) return ok(true);
  const speed = await readSpeedKmh(line.link(engine));
  return speed.ok && speed.value > 0
    ? fail('scan.vehicle.moving', { speedKmh: Math.round(speed.value) })
    : ok(true);
}
