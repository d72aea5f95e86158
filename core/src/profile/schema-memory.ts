import { CHECKSUM_KINDS, CHECKSUMS } from '../checksum/registry.ts';
import { address, id, length, name, text } from './schema-basics.ts';

/** One memory of the unit. */
export const region = {
  type: 'object',
  additionalProperties: false,
  required: ['id', 'name', 'address', 'lengthBytes', 'readBytesPerSecond', 'writeBytesPerSecond'],
  properties: {
    id,
    name,
    address: { ...address, description: 'Address in the module; regions must not overlap.' },
    lengthBytes: { ...length, description: 'Exact length. Units: bytes.' },
    eraseBlockBytes: {
      ...length,
      description: 'Smallest piece that can be erased; absent where it is written byte by byte.'
    },
    readBytesPerSecond: {
      type: 'number',
      exclusiveMinimum: 0,
      description: 'What is usual with this family, all delays of the unit included.'
    },
    writeBytesPerSecond: { type: 'number', exclusiveMinimum: 0, description: 'As for reading.' },
    eraseMs: { type: 'number', minimum: 0, description: 'Time to erase one block. Units: ms.' },
    processor: { ...id, description: 'Which processor holds it, in units with two.' }
  }
} as const;

const range = { region: id, start: address, end: address } as const;

export const checksum = {
  type: 'object',
  additionalProperties: false,
  required: ['id', 'region', 'kind', 'start', 'end', 'storedAt', 'littleEndian'],
  properties: {
    id,
    ...range,
    kind: {
      enum: CHECKSUM_KINDS,
      description: `How it is computed: ${CHECKSUM_KINDS.map((k) => `${k} is ${CHECKSUMS[k].label}`).join('; ')}.`
    },
    storedAt: { ...address, description: 'Offset of the stored sum; not inside its own range.' },
    littleEndian: { type: 'boolean', description: 'Low byte first.' }
  }
} as const;

/** How a region is scrambled. */
export const transform = {
  type: 'object',
  additionalProperties: false,
  required: ['id', 'name', 'region', 'steps'],
  properties: {
    id,
    name,
    region: id,
    steps: {
      type: 'array',
      minItems: 1,
      description: 'From the dump to the plain content, in this order.',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['kind'],
        properties: {
          kind: {
            enum: ['xor', 'swap-16', 'swap-32', 'swap-nibbles', 'reverse-bits'],
            description: 'What is done to the bytes.'
          },
          key: {
            type: 'string',
            pattern: '^([0-9A-F]{2}){1,64}$',
            description: 'Of xor: the bytes that repeat.'
          }
        }
      }
    }
  }
} as const;

/** The methods of cloning that serve the family, and where each byte comes from. */
export const clone = {
  type: 'object',
  description: 'How the family is cloned.',
  additionalProperties: false,
  required: ['methods', 'ranges'],
  properties: {
    methods: {
      type: 'array',
      description: 'Schools that serve it; the first is done unless somebody chooses otherwise.',
      minItems: 1,
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['id', 'why'],
        properties: {
          id: {
            enum: [
              ...['whole-image', 'merge', 'memory-chip', 'patch-secret', 'supplied-file', 'none']
            ],
            description: 'What is written.'
          },
          why: { ...text, description: 'When this method is the right one.' }
        }
      }
    },
    ranges: {
      type: 'array',
      description: 'Of merging: parts of a region that do not come from where the rest comes from.',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['region', 'start', 'end', 'from', 'what', 'why'],
        properties: {
          ...range,
          from: { enum: ['original', 'donor'], description: 'Whose bytes they are.' },
          what: name,
          why: text
        }
      }
    },
    together: {
      type: 'array',
      items: id,
      description: 'Processors that must be written in one job, in this order.'
    }
  }
} as const;

export const secret = {
  type: 'object',
  additionalProperties: false,
  required: ['id', 'name', 'region', 'offsets', 'lengthBytes', 'form'],
  properties: {
    id,
    name,
    region: id,
    offsets: { type: 'array', minItems: 1, items: address, description: 'With every copy.' },
    lengthBytes: { type: 'integer', minimum: 1, maximum: 256, description: 'Units: bytes.' },
    form: { enum: ['digits', 'packed-digits', 'bytes'], description: 'How it is written.' },
    transform: { ...id, description: 'The transform that lays it bare, if there is one.' }
  }
} as const;
