import { VEHICLE_ACTS } from '@badger/core/return/act';
import { FUNCTION_RESULTS } from '@badger/core/return/functions';
import { POST_OUTCOMES } from '../post-types.ts';
import { OLD_PARTS } from '../return-types.ts';
import { stationId, strokes } from './shapes.ts';

const stepId = { type: 'string', pattern: '^[a-z][a-z0-9-]*$', maxLength: 60 } as const;
const vin = { type: 'string', maxLength: 30 } as const;

/** What a person says of a step of the way back. */
export const noteReturnStep = {
  $id: 'urn:upright-badger:note-return-step',
  type: 'object',
  additionalProperties: false,
  required: ['stepId', 'state', 'note'],
  properties: {
    stepId,
    state: { enum: ['seen', 'wrong', 'waived', 'again'] },
    note: { type: 'string', maxLength: 300 },
    /** What was seen of each function that was tried. */
    functions: {
      type: 'object',
      maxProperties: 40,
      propertyNames: { pattern: '^[a-z][a-z-]*$', maxLength: 40 },
      additionalProperties: { enum: FUNCTION_RESULTS }
    },
    /** Faults that may stay, by their keys, and who signed for them. */
    exceptions: {
      type: 'array',
      maxItems: 400,
      items: { type: 'string', minLength: 1, maxLength: 80 }
    },
    signedBy: { type: 'string', maxLength: 120 },
    signature: strokes,
    /** The complaint: tried for so long, and whether it showed. Units: minutes. */
    shown: { type: 'boolean' },
    triedMinutes: { type: 'number', minimum: 0, maximum: 10_000 },
    /** Of the sleeping vehicle. Units: mA. */
    currentMa: { type: 'number', minimum: 0, maximum: 100_000 },
    /** What became of the old parts, and who has them. */
    parts: { enum: OLD_PARTS },
    partsTo: { type: 'string', maxLength: 120 }
  }
} as const;

/** A link by which whoever fits the unit tells how it went. */
export const makePostLink = {
  $id: 'urn:upright-badger:make-post-link',
  type: 'object',
  additionalProperties: false,
  required: ['days'],
  properties: { days: { type: 'integer', minimum: 1, maximum: 90 } }
} as const;

/** What they tell. */
export const answerPost = {
  $id: 'urn:upright-badger:answer-post',
  type: 'object',
  additionalProperties: false,
  required: ['outcome', 'name', 'words'],
  properties: {
    outcome: { enum: POST_OUTCOMES },
    name: { type: 'string', minLength: 3, maxLength: 80, pattern: '\\S.*\\S.*\\S' },
    words: { type: 'string', maxLength: 600 }
  }
} as const;

/** Every step that is open is left out. */
export const leaveOutSteps = {
  $id: 'urn:upright-badger:leave-out-steps',
  type: 'object',
  additionalProperties: false,
  required: ['note'],
  properties: { note: { type: 'string', maxLength: 300 } }
} as const;

/** Something is done with a unit in the vehicle. */
export const doAtVehicle = {
  $id: 'urn:upright-badger:do-at-vehicle',
  type: 'object',
  additionalProperties: false,
  required: ['stepId', 'act'],
  properties: {
    stepId,
    act: { enum: VEHICLE_ACTS },
    /** Station whose box hangs on the pair of an older vehicle. */
    stationId,
    /** Typed twice. */
    vin,
    vinAgain: vin,
    /** Of the remote control. Units: MHz. */
    remoteMhz: { type: 'integer', minimum: 1, maximum: 10_000 }
  }
} as const;

/** The start of the engine is watched. */
export const watchStart = {
  $id: 'urn:upright-badger:watch-start',
  type: 'object',
  additionalProperties: false,
  required: ['stepId'],
  properties: {
    stepId,
    stationId,
    /** The key that is in the lock, from 1, and how many there are. */
    key: { type: 'integer', minimum: 1, maximum: 16 },
    keys: { type: 'integer', minimum: 1, maximum: 16 }
  }
} as const;
