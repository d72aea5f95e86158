import type { Problem } from '../base/result.ts';

/** What the application does with a unit in its vehicle, beside reading and writing memory. */
export const VEHICLE_ACTS = [
  ...(['save-coding', 'read-coding', 'write-coding', 'write-vin', 'read-vin'] as const),
  ...(['register-key', 'learn-remote', 'reset-adaptations'] as const)
] as const;

export type VehicleAct = (typeof VEHICLE_ACTS)[number];

/**
 * `done`: it was seen done. `refused`: the unit said no, and holds what it held. `untouched`: nothing that changes was sent, or the unit was seen to hold
 * what it held. `wrong`: nothing was sent that changes, and what was read is not what it must be. `half`: something that changes was sent, and nobody saw what became of it, or it became something else.
 */
export type ActState = 'done' | 'refused' | 'untouched' | 'half' | 'wrong';

/** What was seen on the way. */
export interface ActSeen {
  /** Value before and after, and what was meant, as upper-case hex or a count; undefined where it could not be read. */
  readonly before?: string | undefined;
  readonly meant?: string | undefined;
  readonly after?: string | undefined;
  /** Units: degC. */
  readonly temperatureC?: number | undefined;
}

export interface ActOutcome {
  readonly state: ActState;
  /** Undefined for `done`. */
  readonly problem: Problem | undefined;
  readonly seen: ActSeen;
}

export const done = (seen: ActSeen): ActOutcome => ({ state: 'done', problem: undefined, seen });

export const ended = (
  state: Exclude<ActState, 'done'>,
  problem: Problem,
  seen: ActSeen = {}
): ActOutcome => ({ state, problem, seen });
