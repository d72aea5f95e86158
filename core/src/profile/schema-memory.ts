import { CHECKSUM_KINDS } from '../checksum/kinds.ts';
import { STEP_KINDS } from '../transform/steps.ts';
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
      description:
        'How it is computed: a CRC of the published catalogue by its name, or a sum; crc32, crc16, sum8, sum16 and sum32 are short for CRC-32/ISO-HDLC, CRC-16/IBM-3740 and sums of bytes and words.'
    },
    storedAt: { ...address, description: 'Offset of the stored value, of the first block.' },
    littleEndian: { type: 'boolean', description: 'Low byte first.' },
    more: {
      type: 'array',
      maxItems: 64,
      description: 'Further ranges that are counted, in this order; what lies between is a hole.',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['start', 'end'],
        properties: { start: address, end: address }
      }
    },
    form: {
      enum: ['plain', 'inverted', 'negated'],
      description: 'What is stored: the value, its complement of one, or of two.'
    },
    inverseAt: { ...address, description: 'Offset of the complement of the stored value.' },
    storedCountsAs: {
      type: 'string',
      pattern: '^([0-9A-F]{2}){1,16}$',
      description:
        'Bytes that count for stored ones inside the range, repeated; absent: those are left out.'
    },
    blocks: {
      type: 'object',
      additionalProperties: false,
      required: ['bytes', 'storedEvery'],
      description: 'A value for each block of the range.',
      properties: {
        bytes: { ...length, description: 'Length of a block; the last may be shorter.' },
        storedEvery: { ...length, description: 'From one stored value to the next.' },
        chained: {
          type: 'boolean',
          description: 'The stored value of the block before counts in front.'
        }
      }
    },
    fixed: {
      type: 'boolean',
      description: 'The stored value stays; free bytes are changed until it is right.'
    },
    free: {
      type: 'array',
      minItems: 1,
      maxItems: 16,
      description: 'Bytes inside the range that nothing needs.',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['start', 'end'],
        properties: { start: address, end: address }
      }
    }
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
          kind: { enum: STEP_KINDS, description: 'What is done to the bytes.' },
          key: {
            type: 'string',
            pattern: '^([0-9A-F]{2}){1,64}$',
            description: 'Of xor: the bytes that repeat.'
          },
          blockBytes: { ...length, description: 'Of permute-blocks: length of a block.' },
          order: {
            type: 'array',
            minItems: 2,
            maxItems: 256,
            items: { type: 'integer', minimum: 0, maximum: 255 },
            description: 'Of permute-blocks: which block of a group comes at each place.'
          },
          parts: {
            type: 'integer',
            minimum: 2,
            maximum: 64,
            description: 'Of interleave and deinterleave: parts that lie one behind the other.'
          },
          unitBytes: { ...length, description: 'How much is taken of each part in turn.' }
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
          why: { ...text, description: 'When this method is the right one.' },
          secret: {
            ...id,
            description: 'Of patch-secret: the security data that is put in its place.'
          }
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
    supplied: {
      type: 'array',
      description: 'Parts that a supplied file may change; nothing else of the unit.',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['region', 'start', 'end', 'kind', 'what'],
        properties: {
          ...range,
          kind: {
            enum: ['calibration', 'program'],
            description: 'The program is changed only by a file of another software number.'
          },
          what: name
        }
      }
    },
    resets: {
      type: 'array',
      description: 'Learnt values that may be set back on the bench: the unit learns them anew.',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['field', 'fill', 'why'],
        properties: {
          field: {
            ...id,
            description: 'A field of the family; never identity, security data or mileage.'
          },
          fill: {
            type: 'string',
            pattern: '^([0-9A-F]{2}){1,16}$',
            description: 'What a unit that has learnt nothing holds there, repeated.'
          },
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
