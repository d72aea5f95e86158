import type { FunctionId, FunctionResult } from '@badger/core/return/functions';
import type { ReturnPhase, SharedStep } from '@badger/core/return/return-plan';
import type { StepState } from '@badger/core/return/read-return';
import type { VehicleAct } from '@badger/core/return/act';
import type { OldParts } from '../return-types.ts';

/** Parts of the way back. */
export const PHASE_WORDS: Readonly<Record<ReturnPhase, string>> = {
  'close-up': 'Close up',
  refit: 'Refit',
  'first-start': 'First start',
  'after-fit': 'What the vehicle still needs',
  complaint: 'The complaint again',
  proof: 'Proof',
  'hand-over': 'Hand over'
};

/** Steps that every family shares: what is done, and how it is known to be right. */
export const STEP_WORDS: Readonly<
  Record<SharedStep, { readonly name: string; readonly how: string }>
> = {
  solder: {
    name: 'Solder inspected, flux cleaned',
    how: 'No bridge, no ball, no lifted pad; wires off, board dry.'
  },
  'chip-back': {
    name: 'Chip back, pin 1 at its mark',
    how: 'Every leg wetted, none bridged, flux cleaned, pencil marks wiped away.'
  },
  pads: {
    name: 'Wires off the pads',
    how: 'Pads whole, flux cleaned, nothing left on the supply pad.'
  },
  legs: { name: 'Clip off, legs straight', how: 'No leg bent or bridged, coating touched up.' },
  case: {
    name: 'Case closed and sealed',
    how: 'Pressed or sealed all round, so that no moisture gets in.'
  },
  plug: { name: 'Connector looked at', how: 'Pins straight, seal in place, latch whole.' },
  'battery-off': {
    name: 'Vehicle battery disconnected',
    how: 'Before the unit is plugged in; airbag and high voltage by the maker’s rules.'
  },
  fitted: { name: 'Unit in its place', how: 'Connectors latched, brackets and covers back.' },
  'battery-on': { name: 'Battery connected again', how: 'Terminals tight.' },
  support: {
    name: 'Support supply on',
    how: 'A steady supply, no charger, before anything is taught.'
  },
  start: {
    name: 'First start',
    how: 'Lamp out, engine starts and runs by itself for 10 s. Park brake on, neutral.'
  },
  'start-again': { name: 'Stopped, started again', how: 'As before: once is no proof.' },
  complaint: { name: 'The complaint done again', how: 'As it was told, as long as it took.' },
  'sent-back': {
    name: 'Sent back with the fitting sheet',
    how: 'With all that the vehicle still needs.'
  },
  'sender-told': {
    name: 'Result told by whoever fitted it',
    how: 'Runs, or what it does instead.'
  },
  'post-scan': {
    name: 'All units scanned again',
    how: 'Kept as post-scan: free of faults, or each one explained.'
  },
  faults: {
    name: 'Free of faults, or signed for',
    how: 'Each fault that is left is put right, or somebody signs that it may stay.'
  },
  functions: { name: 'Functions tried one by one', how: 'Whatever this unit drives or measures.' },
  sleep: { name: 'Sleep current measured', how: 'Locked, left alone, measured when it sleeps.' },
  'old-parts': {
    name: 'Old parts given back or kept',
    how: 'What becomes of the unit that was taken out, and who has it.'
  }
};

export const STEP_STATES: Readonly<Record<StepState, string>> = {
  open: 'to do',
  waiting: 'waits',
  running: 'running',
  done: 'done',
  waived: 'left out',
  excepted: 'signed for',
  refused: 'refused by the unit',
  wrong: 'not right',
  half: 'half done'
};

export const ACT_WORDS: Readonly<Record<VehicleAct, string>> = {
  'save-coding': 'Save the coding of all units',
  'read-coding': 'Read the coding now',
  'write-coding': 'Write the saved coding',
  'write-vin': 'Write the VIN',
  'read-vin': 'Read the VIN back',
  'register-key': 'Register the key in the lock',
  'learn-remote': 'Learn this remote control',
  'reset-adaptations': 'Set learnt values back'
};

/** What is tried of each function. */
export const FUNCTION_WORDS: Readonly<Record<FunctionId, string>> = {
  idle: 'Idle steady, cold and warm',
  accelerator: 'Answers the accelerator',
  'cooling-fan': 'Cooling fan comes on',
  charging: 'Charges the battery',
  cruise: 'Cruise control',
  'warning-lamps': 'Warning lamps go out',
  'start-in-park': 'Starts in park and neutral only',
  positions: 'Every position engages',
  'position-shown': 'Position shown is the true one',
  'pulls-away': 'Pulls away without a jolt',
  shifts: 'Shifts up and down',
  'reverse-lamp': 'Reverse lamps',
  lights: 'Head, tail and side lights',
  indicators: 'Indicators and hazard lights',
  'brake-lamps': 'Brake lamps',
  wipers: 'Wipers and washer',
  horn: 'Horn',
  locks: 'Every lock opens and closes',
  windows: 'Every window, end to end',
  'interior-lights': 'Interior lights',
  mirrors: 'Mirrors',
  'heated-window': 'Heated rear window',
  sleeps: 'Falls asleep when locked',
  'every-key': 'Every key starts the engine',
  remote: 'Every remote control',
  lamp: 'Immobiliser lamp goes out',
  alarm: 'Alarm arms and disarms',
  'steering-lock': 'Steering lock',
  'main-task': 'Does what it is there for'
};

export const FUNCTION_RESULT_WORDS: Readonly<Record<FunctionResult, string>> = {
  works: 'works',
  fails: 'fails',
  absent: 'not fitted'
};

export const OLD_PARTS_WORDS: Readonly<Record<OldParts, string>> = {
  returned: 'given back to the customer',
  kept: 'kept by the shop',
  exchange: 'sent back in exchange',
  scrapped: 'disposed of'
};

/** Why a fault may be no fault of the vehicle but of the content that was written. */
export const POINTS_AT_WORDS = {
  memory: 'the memory is not whole',
  vin: 'the VIN is not that of the vehicle',
  security: 'its partners do not know it'
} as const;

export const GAP_WORDS = { silent: 'does not answer', unread: 'fault memory not read' } as const;
