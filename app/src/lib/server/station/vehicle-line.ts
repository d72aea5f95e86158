import { formatAscii } from '@badger/core/base/bytes';
import { fail, ok, type Result } from '@badger/core/base/result';
import { readDid } from '@badger/core/access/uds/module-session';
import { findMajorityVin, type VehiclePlace } from '@badger/core/access/vehicle/vehicle-place';
import { readVehicle, type VehicleReading } from '@badger/core/access/vehicle/vehicle-reading';
import type { DiagnosticLink } from '@badger/core/port/diagnostic-link';
import { VIN_DID } from '@badger/core/return/do-act';
import type { UnitPlace } from '@badger/core/scan/scan';
import type { InterfaceBox } from './interface-box.ts';
import {
  DoipConnection,
  identifyVehicle,
  readPowerMode,
  type Tap,
  type VehicleAddress
} from './doip-connection.ts';
import type { TraceRecorder } from './trace-recorder.ts';

/** A way to every unit of one vehicle, whatever carries it. */
export interface VehicleLink {
  readonly source: string;
  /** VIN that the vehicle itself announced; undefined where only its units know it. */
  readonly vin: string | undefined;
  /** Units that may be spoken to at the same time. */
  readonly width: number;
  /** The same link for the same place: two would hear each other's answers. */
  link(place: UnitPlace): DiagnosticLink;
  close(): Promise<void>;
}

const DOIP_WIDTH = 32;
/** Units that are asked for the VIN where the vehicle announces none: one or two may not know it. */
const ASKED_FOR_VIN = 5;

/**
 * Opens the way over Ethernet. Errors: `doip.*`; `scan.ignition.off` when the vehicle says that it is not ready;
 * `scan.vehicle.other` when it is not the vehicle of the job.
 */
export async function openDoip(
  at: VehicleAddress | undefined,
  wantedVin: string,
  tap?: Tap
): Promise<Result<VehicleLink>> {
  if (!at) return fail('doip.vehicle.none');
  const announced = await identifyVehicle(at);
  if (!announced.ok) return announced;
  const { vin } = announced.value;
  if (vin !== wantedVin) return fail('scan.vehicle.other', { found: vin, vin: wantedVin });
  if ((await readPowerMode(at)) === 'not-ready') return fail('scan.ignition.off');
  const opened = await DoipConnection.open(at, tap);
  if (!opened.ok) return opened;
  const connection = opened.value;
  return ok({
    source: 'doip',
    vin,
    width: DOIP_WIDTH,
    link: once((place) => connection.link(place.address)),
    close: () => {
      connection.close();
      return Promise.resolve();
    }
  });
}

export function once(
  make: (place: UnitPlace) => DiagnosticLink
): (place: UnitPlace) => DiagnosticLink {
  const made = new Map<number, DiagnosticLink>();
  return (place) => {
    const link = made.get(place.address) ?? make(place);
    made.set(place.address, link);
    return link;
  };
}

/** The devices that may lead to a vehicle. */
export interface VehicleDevices {
  readonly box: InterfaceBox;
  /** Where the Ethernet cable to the vehicle ends; undefined where there is none. */
  readonly vehicleAt: VehicleAddress | undefined;
}

/** A unit in its vehicle, spoken to, with what the vehicle told of itself first. */
export interface UnitInVehicle {
  readonly link: DiagnosticLink;
  readonly reading: VehicleReading;
  close(): Promise<void>;
}

/**
 * Opens the way to one unit in its vehicle and looks at the vehicle first.
 * Errors: those of {@link openDoip} and of the box; `scan.vehicle.other`.
 */
export async function openUnitInVehicle(
  { box, vehicleAt }: VehicleDevices,
  place: VehiclePlace,
  recorder: TraceRecorder
): Promise<Result<UnitInVehicle>> {
  const opened =
    place.line === 'doip'
      ? await openDoip(vehicleAt, place.vin, recorder)
      : await openPair(box, place, recorder);
  if (!opened.ok) return opened;
  const vehicle = opened.value;
  const looked = await lookAt(vehicle, place);
  if (!looked.ok) {
    await vehicle.close();
    return looked;
  }
  return ok({
    link: vehicle.link(place.unit),
    reading: looked.value,
    close: () => vehicle.close()
  });
}

/** The vehicle's own pair, over the box of the station. Errors: those of the box. */
async function openPair(
  box: InterfaceBox,
  place: VehiclePlace,
  recorder: TraceRecorder
): Promise<Result<VehicleLink>> {
  const opened = await box.openChannel(place.bitrateBps);
  if (!opened.ok) return opened;
  const channel = opened.value;
  return ok({
    source: 'can',
    vin: undefined,
    width: 1,
    link: once((at) =>
      channel.link({ requestId: at.address, responseId: at.responseId ?? 0 }, recorder)
    ),
    close: () => channel.close()
  });
}

async function lookAt(vehicle: VehicleLink, place: VehiclePlace): Promise<Result<VehicleReading>> {
  const vin = await vinOf(vehicle, place.others);
  if (vin !== undefined && vin !== place.vin)
    return fail('scan.vehicle.other', { found: vin, vin: place.vin });
  const told = place.legislated && (await readVehicle(vehicle.link(place.legislated)));
  const untold = { batteryMv: undefined, speedKmh: undefined, engineRpm: undefined };
  return ok({ vin, ...(told ?? untold) });
}

/**
 * The VIN of a vehicle: what it announced, else what most of these units tell; undefined where they do not agree. The one that is worked on may come out of another vehicle:
 * it is none of them. Total.
 */
export async function vinOf(
  vehicle: VehicleLink,
  others: readonly UnitPlace[]
): Promise<string | undefined> {
  if (vehicle.vin !== undefined) return vehicle.vin;
  const told: string[] = [];
  for (const other of others.slice(0, ASKED_FOR_VIN)) {
    const bytes = await readDid(vehicle.link(other), VIN_DID);
    if (bytes.ok) told.push(formatAscii(bytes.value).trim());
  }
  return findMajorityVin(told);
}
