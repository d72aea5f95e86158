import { fail, ok, type Result } from '@badger/core/base/result';
import { checkRight } from '@badger/core/rights/rights';
import type { Simulator, SimulatedVehicle } from '../../../schema/requests.ts';
import type { Deps } from '../../deps.ts';
import type { Person } from '../../repositories/people.ts';
import { mayTouchBench } from '../operation/set-supply.ts';

/**
 * Hands at the simulated bench: clamps a unit, holds the boot pad, puts a chip on the programmer.
 * Errors: `station.id.unknown`, `gate.person.role`, `station.work.busy`, `world.link.absent`, `world.unit.elsewhere`.
 */
export async function moveSimulator(
  deps: Deps,
  person: Person,
  { stationId, change }: { stationId: string; change: Simulator }
): Promise<Result<true>> {
  const allowed = mayTouchBench(deps, person, stationId);
  if (!allowed.ok) return allowed;
  if (!deps.bench.world) return fail('world.link.absent');
  const moved = await deps.bench.world.setStation(stationId, {
    ...(change.unit === undefined ? {} : { unit: change.unit }),
    ...(change.padHeld === undefined ? {} : { padHeld: change.padHeld }),
    ...(change.vehicleFeeds === undefined ? {} : { vehicleFeeds: change.vehicleFeeds }),
    ...(change.chip === undefined ? {} : { chip: change.chip }),
    ...(change.faults === undefined ? {} : { faults: change.faults })
  });
  if (!moved.ok) return moved;
  // hands were at the clamp: who is on it has to be asked again
  const { unit, chip, vehicleFeeds, faults } = change;
  if ([unit, chip, vehicleFeeds, faults].some((c) => c !== undefined))
    deps.bench.stations.get(stationId)?.forget();
  deps.bench.changed();
  return ok(true);
}

/** Sets how much faster than life the stand-ins run. Errors: `world.link.absent`, `world.speed.outside`. */
export async function setWorldSpeed(deps: Deps, factor: number): Promise<Result<true>> {
  if (!deps.bench.world) return fail('world.link.absent');
  const set = await deps.bench.world.setSpeed(factor);
  deps.bench.changed();
  return set.ok ? ok(true) : set;
}

/**
 * Controls of the simulated vehicles: the diagnostic cable, the key, the support supply, what is wrong.
 * Errors: `gate.person.role`, `world.link.absent`, `world.vehicle.unknown`, `scan.line.busy` (hands off while a scan runs).
 */
export async function moveSimulatedVehicle(
  deps: Deps,
  person: Person,
  change: SimulatedVehicle
): Promise<Result<true>> {
  const may = checkRight(person.role, 'bench.operate');
  if (!may.ok) return may;
  if (!deps.bench.world) return fail('world.link.absent');
  const busy = deps.bench.scans.size > 0 || deps.bench.acts.size > 0 || worksInVehicle(deps);
  if (change.plug !== undefined && busy) return fail('scan.line.busy');
  const moved = await deps.bench.world.vehicle(change);
  for (const station of deps.bench.stations.values()) station.forgetVehicle();
  deps.bench.changed();
  return moved.ok ? ok(true) : moved;
}

/** Somebody works on a unit in its vehicle. */
function worksInVehicle(deps: Deps): boolean {
  return [...deps.bench.running.values()].some((r) => r.spec.access.carrier === 'vehicle-uds');
}
