import type { GateRule } from '../facts.ts';

/**
 * The vehicle holds its voltage to the end of a write, as far as that was reckoned: what is reckoned not to holds the gate,
 * what nobody has reckoned is said.
 */
export const vehicleHolds: GateRule = ({ carrier, vehiclePower }) =>
  carrier === 'vehicle-uds' ? vehiclePower : undefined;
