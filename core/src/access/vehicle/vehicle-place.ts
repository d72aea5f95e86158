import { fail, ok, type Result } from '../../base/result.ts';
import type { SocketAccess } from '../../profile/profile.ts';
import type { VehicleLayout } from '../../scan/layout.ts';
import type { UnitPlace } from '../../scan/scan.ts';

/** A unit where it answers in its vehicle. Plain data: it travels between threads. */
export interface VehiclePlace {
  /** The vehicle that it must be: nothing is sent to a unit of another one. */
  readonly vin: string;
  readonly line: 'doip' | 'can';
  readonly bitrateBps: number;
  readonly unit: UnitPlace;
  /** Asked for voltage and speed; undefined where the make has no such unit. */
  readonly legislated: UnitPlace | undefined;
  /** Other units that may know the VIN, where the vehicle itself announces none. */
  readonly others: readonly UnitPlace[];
}

/** The job's vehicle: what was noted of it, and how a vehicle of its make is laid out. */
export interface KnownVehicle {
  readonly vin: string;
  readonly layout: VehicleLayout | undefined;
}

/**
 * Where the unit of an access answers in this vehicle.
 * Errors: `vehicle.vin.none` (nobody knows which vehicle), `vehicle.layout.unknown`, `vehicle.unit.unknown` (its make has no such
 * unit, or two).
 */
export function findVehiclePlace(
  { unit: kind }: Pick<SocketAccess, 'unit'>,
  { vin, layout }: KnownVehicle
): Result<VehiclePlace> {
  if (vin === '') return fail('vehicle.vin.none');
  if (!layout) return fail('vehicle.layout.unknown', { vin });
  const places = layout.units.filter((u) => u.kind === kind);
  const [unit] = places;
  // which of two it would be is not guessed
  if (!unit || places.length > 1) return fail('vehicle.unit.unknown', { make: layout.make, kind });
  return ok({
    vin,
    line: layout.carrier,
    bitrateBps: layout.bitrateBps,
    unit,
    legislated: layout.units.find((u) => u.legislated),
    others: layout.units.filter((u) => u !== unit)
  });
}

/**
 * The VIN that more than half of those who told one tell; undefined where nobody did or they do not agree. Total.
 * Example: with one unit out of another vehicle among three, it is the VIN of the other two.
 */
export function findMajorityVin(told: readonly string[]): string | undefined {
  return told.find((vin) => told.filter((v) => v === vin).length * 2 > told.length);
}
