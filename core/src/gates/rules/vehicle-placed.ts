import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/**
 * A unit in its vehicle is spoken to only where the vehicle's layout has it.
 * Stop: the codes of `findVehiclePlace`; go `gate.vehicle.placed`.
 */
export const vehiclePlaced: GateRule = ({ carrier, vehicleGap }) => {
  if (carrier !== 'vehicle-uds') return undefined;
  return vehicleGap
    ? judge('stop', vehicleGap.code, vehicleGap.params)
    : judge('go', 'gate.vehicle.placed');
};
