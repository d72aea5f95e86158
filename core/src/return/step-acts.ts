import type { VehicleAct } from './act.ts';
import type { StepDoes } from './return-plan.ts';

const ACTS: Partial<Record<StepDoes, readonly VehicleAct[]>> = {
  'write-vin': ['write-vin', 'read-vin'],
  'read-vin': ['read-vin'],
  coding: ['save-coding', 'write-coding', 'read-coding'],
  'register-keys': ['register-key'],
  remotes: ['learn-remote'],
  'reset-adaptations': ['reset-adaptations']
};

/** What can be done at the vehicle for a step, what is done first first. */
export const actsOf = (does: StepDoes): readonly VehicleAct[] => ACTS[does] ?? [];

/** True for what changes nothing in the vehicle. */
export const onlyReads = (act: VehicleAct | undefined): boolean =>
  act === 'save-coding' || act === 'read-coding' || act === 'read-vin';

/** What only tells a coding says nothing of how its step stands. */
export const onlyTells = (act: VehicleAct | undefined): boolean =>
  act === 'save-coding' || act === 'read-coding';

const LOOKED_AT: readonly StepDoes[] = ['look', 'photo', 'try-keys', 'clear-faults'];

/** A person looks at it and says so without further words. */
export const isLookedAt = (does: StepDoes): boolean => LOOKED_AT.includes(does);

const SHOWN: readonly StepDoes[] = ['faults', 'functions', 'old-parts', 'complaint', 'sleep'];

/** What was seen of it is told point by point, not with one word. */
export const isToldByPoint = (does: StepDoes): boolean => SHOWN.includes(does);

const KEYED: readonly StepDoes[] = ['try-keys', 'register-keys'];

/** Done when every key has started the engine. */
export const isKeyed = (does: StepDoes): boolean => KEYED.includes(does);

/** The engine is watched being started. */
export const isWatched = (does: StepDoes): boolean => does === 'start' || isKeyed(does);
