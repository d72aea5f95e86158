import { authority } from './arrive-requests.ts';

const id = { type: 'string', pattern: '^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$' } as const;

/** Look at a value in the safe. */
export const lookAtSecret = {
  $id: 'urn:upright-badger:look-at-secret',
  type: 'object',
  additionalProperties: false,
  required: ['reason'],
  properties: { reason: { type: 'string', minLength: 8, maxLength: 300, pattern: '\\S{2}' } }
} as const;

/** A code that was bought from the maker, typed twice. */
export const enterCode = {
  $id: 'urn:upright-badger:enter-code',
  type: 'object',
  additionalProperties: false,
  required: ['name', 'value', 'again', 'source'],
  properties: {
    name: { type: 'string', minLength: 3, maxLength: 60, pattern: '\\S{2}' },
    value: { type: 'string', minLength: 1, maxLength: 128, pattern: '^[ -~]*[!-~][ -~]*$' },
    again: { type: 'string', minLength: 1, maxLength: 128 },
    /** From whom, and the number of what proves it. */
    source: { type: 'string', minLength: 8, maxLength: 200, pattern: '\\S{2}' }
  }
} as const;

/** Hand security data over to somebody by name, who signs for it. */
export const handOver = {
  $id: 'urn:upright-badger:hand-over',
  type: 'object',
  additionalProperties: false,
  required: ['ids', 'receiver', 'capacity', 'proof', 'signature'],
  properties: {
    ids: { type: 'array', items: id, minItems: 1, maxItems: 40 },
    receiver: { type: 'string', minLength: 3, maxLength: 120, pattern: '\\S{2}' },
    capacity: { type: 'string', minLength: 3, maxLength: 80, pattern: '\\S{2}' },
    proof: { type: 'string', minLength: 4, maxLength: 120, pattern: '\\S{2}' },
    signature: { ...authority.properties.signature, minItems: 1 }
  }
} as const;
