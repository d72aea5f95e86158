import { judgeVehicle, type VehicleWork } from '../../access/vehicle/vehicle-reading.ts';
import type { GateRule } from '../facts.ts';

/** The vehicle stands still, its engine is off and its voltage was measured. Codes of `judgeVehicle`. */
const vehicleReady =
  (work: VehicleWork): GateRule =>
  ({ carrier, vehicle }) =>
    carrier === 'vehicle-uds' ? judgeVehicle(vehicle, work) : undefined;

export const vehicleToIdentify: GateRule = vehicleReady('identify');

export const vehicleToRead: GateRule = vehicleReady('read');

export const vehicleToWrite: GateRule = vehicleReady('write');
