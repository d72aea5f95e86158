import { VEHICLE_SIGNS } from '@badger/core/clone/in-vehicle';
import { WANTED_FILES } from '@badger/core/file-service/file-answer';

const regionId = { type: 'string', minLength: 1, maxLength: 60 } as const;
const offset = { type: 'integer', minimum: 0, maximum: 4294967296 } as const;
const reason = { type: 'string', minLength: 8, maxLength: 300, pattern: '\\S{2}' } as const;

/** How a unit does in its vehicle after a proven write. */
export const tellInVehicle = {
  $id: 'urn:upright-badger:tell-in-vehicle',
  type: 'object',
  additionalProperties: false,
  required: ['operationId', 'outcome', 'signs', 'note'],
  properties: {
    operationId: { type: 'string', pattern: '^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$' },
    outcome: { enum: ['runs', 'fails'] },
    signs: { type: 'array', maxItems: 5, items: { enum: VEHICLE_SIGNS } },
    note: { type: 'string', maxLength: 300 }
  }
} as const;

/** Build what is written. */
export const buildClone = {
  $id: 'urn:upright-badger:build-clone',
  type: 'object',
  additionalProperties: false,
  properties: {
    /** Regions in the order in which they are written; absent: as the family says. */
    order: { type: 'array', items: regionId, minItems: 1, maxItems: 16 }
  }
} as const;

/** Take bytes of the clone image from elsewhere than the family says. */
export const sourceChange = {
  $id: 'urn:upright-badger:source-change',
  type: 'object',
  additionalProperties: false,
  required: ['regionId', 'start', 'end', 'from', 'reason'],
  properties: {
    regionId,
    start: offset,
    end: offset,
    from: { enum: ['original', 'donor', 'partner', 'filler', 'family'] },
    reason
  }
} as const;

/** Ask the file service for a file for a region of the unit itself. */
export const requestFile = {
  $id: 'urn:upright-badger:request-file',
  type: 'object',
  additionalProperties: false,
  required: ['regionId', 'wanted'],
  properties: { regionId, wanted: { enum: WANTED_FILES } }
} as const;

/** Let an image be written although nobody knows how it is checked. */
export const cloneConsent = {
  $id: 'urn:upright-badger:clone-consent',
  type: 'object',
  additionalProperties: false,
  required: ['cloneImageId', 'reason'],
  properties: {
    cloneImageId: { type: 'string', pattern: '^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$' },
    reason
  }
} as const;
