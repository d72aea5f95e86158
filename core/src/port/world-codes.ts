import type { PortCodes } from './codes.ts';

/** What the control service of a simulated bench refuses with. */
export type WorldCode = Extract<keyof PortCodes, `world.${string}`>;

const WORLD_CODES: Readonly<Record<WorldCode, true>> = {
  'world.path.unknown': true,
  'world.request.malformed': true,
  'world.speed.outside': true,
  'world.station.unknown': true,
  'world.unit.elsewhere': true,
  'world.vehicle.unknown': true
};

/** True for a code that the control service may answer with; anything else from outside is no code of ours. */
export function isWorldCode(code: unknown): code is WorldCode {
  return typeof code === 'string' && Object.hasOwn(WORLD_CODES, code);
}
