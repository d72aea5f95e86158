import type { Vehicle } from '../vehicle/vehicle.ts';
import type { UnitPins } from './bench-fault.ts';

/** What lies on one pin of a diagnostic socket, counted from pin 1. Units: mV, Hz. */
export interface SocketPin {
  readonly mv: number;
  readonly swingMv: number;
  readonly edgesHz: number;
}

export type SocketPins = readonly SocketPin[];

const PIN_COUNT = 16;
/** A line that hangs in the air picks up a little. */
const AIR: SocketPin = { mv: 3, swingMv: 4, edgesHz: 0 };
const still = (mv: number): SocketPin => ({ mv, swingMv: 6, edgesHz: 0 });
/** Mean of a pair that is driven now and then, its swing, and how often it moves. */
const TALK_MV = 150;
const SWING_MV = 1900;
const EDGES_HZ = 42_000;
const talks = (mv: number): SocketPin => ({ mv, swingMv: SWING_MV, edgesHz: EDGES_HZ });
const RECESSIVE_MV = 2500;
/** The wake-up pin of a socket with Ethernet, as the cable holds it. Units: mV. */
const ACTIVATION_MV = 5100;

const socketOf = (pins: Readonly<Record<number, SocketPin>>): SocketPins =>
  Array.from({ length: PIN_COUNT }, (_, i) => pins[i + 1] ?? AIR);

/** The socket of a vehicle: battery and ground always, the pair while its units are awake. */
export function socketOfVehicle(vehicle: Vehicle): SocketPins {
  const awake = !vehicle.asleep && vehicle.ignition !== 'off';
  const can = vehicle.layout.carrier === 'can';
  const pair = (sign: 1 | -1) =>
    awake ? talks(RECESSIVE_MV + sign * TALK_MV) : vehicle.asleep ? AIR : still(RECESSIVE_MV);
  return socketOf({
    16: still(vehicle.batteryMv),
    4: still(8),
    5: still(4),
    6: pair(1),
    14: pair(-1),
    ...(can ? { 7: still(Math.round(vehicle.batteryMv * 0.97)) } : { 8: still(ACTIVATION_MV) }),
    1: still(vehicle.ignition === 'off' ? 3 : vehicle.batteryMv - 60)
  });
}

/** The loom of a loose unit: its feed on 16, its ignition on 1, its pair on 6 and 14. */
export function socketOfUnit(pins: UnitPins, driven: boolean): SocketPins {
  const line = (mv: number) => (driven ? talks(mv) : still(mv));
  return socketOf({
    16: still(pins.feedMv),
    1: still(pins.ignitionMv),
    4: still(pins.groundMv),
    5: still(pins.groundMv),
    6: line(pins.highMv),
    14: line(pins.lowMv)
  });
}
