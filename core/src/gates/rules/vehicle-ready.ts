import { judgeVehicle, type VehicleWork } from '../../access/vehicle/vehicle-reading.ts';
import type { GateRule } from '../facts.ts';

/** The vehicle stands still, its engine is off and its voltage was measured. Codes of `judgeVehicle`. */
const vehicleReady =
  (work: VehicleWork): GateRule =>
  ({ carrier, vehicle }) =>
    carrier === 'vehicle-uds' ? judgeVehicle(vehicle, work) : undefined;

/**
 * Identifying measures anew and holds itself by what it finds then: an earlier reading, however bad, never shuts the only way to
 * a better one.
 */
export const vehicleToIdentify: GateRule = (facts) => {
  const judged = vehicleReady('identify')(facts);
  return judged?.verdict === 'stop' ? { ...judged, verdict: 'look' } : judged;
};

export const vehicleToRead: GateRule = vehicleReady('read');

export const vehicleToWrite: GateRule = vehicleReady('write');
