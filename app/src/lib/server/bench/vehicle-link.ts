import { fail, ok, type Result } from '@badger/core/base/result';
import type { DiagnosticLink } from '@badger/core/port/diagnostic-link';
import type { VehicleLayout } from '@badger/core/scan/layout';
import type { UnitPlace } from '@badger/core/scan/scan';
import {
  DoipConnection,
  identifyVehicle,
  readPowerMode,
  type VehicleAddress
} from '../station/doip-connection.ts';
import type { StationThread } from './station-thread.ts';

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

/** Side by side over one CAN pair: more would only wait for the bus. Source: common practice. */
const CAN_WIDTH = 4;
const DOIP_WIDTH = 32;

/**
 * Opens the way over Ethernet. Errors: `doip.*`; `scan.ignition.off` when the vehicle says that it is not ready;
 * `scan.vehicle.other` when it is not the vehicle of the job.
 */
export async function openDoip(
  at: VehicleAddress | undefined,
  wantedVin: string
): Promise<Result<VehicleLink>> {
  if (!at) return fail('doip.vehicle.none');
  const announced = await identifyVehicle(at);
  if (!announced.ok) return announced;
  const { vin } = announced.value;
  if (vin !== wantedVin) return fail('scan.vehicle.other', { found: vin, vin: wantedVin });
  if ((await readPowerMode(at)) === 'not-ready') return fail('scan.ignition.off');
  const opened = await DoipConnection.open(at);
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

/** Opens the way over a station's box. Errors: those of the box. */
export async function openCan(
  thread: StationThread,
  layout: VehicleLayout,
  source: string
): Promise<Result<VehicleLink>> {
  const opened = await thread.openChannel(layout.bitrateBps);
  if (!opened.ok) return opened;
  const channel = opened.value;
  return ok({
    source,
    vin: undefined,
    width: CAN_WIDTH,
    link: once((place) => ({
      exchange: (request, options = {}) => {
        const pair = { requestId: place.address, responseId: place.responseId ?? 0 };
        return channel.exchange(pair, request, options);
      }
    })),
    close: () => channel.close()
  });
}

function once(make: (place: UnitPlace) => DiagnosticLink): (place: UnitPlace) => DiagnosticLink {
  const made = new Map<number, DiagnosticLink>();
  return (place) => {
    const link = made.get(place.address) ?? make(place);
    made.set(place.address, link);
    return link;
  };
}
