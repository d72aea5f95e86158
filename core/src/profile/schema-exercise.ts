import { did, id, name } from './schema-basics.ts';

const cavities = {
  type: 'array',
  minItems: 1,
  maxItems: 2,
  items: { type: 'integer', minimum: 1, maximum: 999 },
  description: 'Cavities of that connector: the signal, then its return where it has one.'
} as const;

/** What a breakout box can do to a loose unit, and what a sound unit does then. */
export const exercise = {
  type: 'object',
  additionalProperties: false,
  required: ['inputs', 'outputs'],
  description: 'How a loose unit is exercised; absent where nobody has found out.',
  properties: {
    inputs: {
      type: 'array',
      maxItems: 8,
      items: {
        type: 'object',
        additionalProperties: false,
        required: [
          ...['id', 'name', 'connector', 'cavities', 'signal', 'did', 'bytes', 'scale', 'offset'],
          ...['unit', 'curve', 'tolerance']
        ],
        properties: {
          id,
          name,
          connector: id,
          cavities,
          signal: {
            enum: ['resistance', 'voltage', 'frequency'],
            description: 'What the box puts in the place of the sensor: Ω, mV or Hz.'
          },
          did: { ...did, description: 'Data identifier of the live value, as hex.' },
          bytes: { enum: [1, 2, 4], description: 'Width of the value, unsigned, high byte first.' },
          scale: { type: 'number', description: 'Value of one count.' },
          offset: { type: 'number', description: 'Value of count 0.' },
          unit: { type: 'string', minLength: 1, maxLength: 12, description: 'Of the value.' },
          curve: {
            type: 'array',
            minItems: 2,
            maxItems: 16,
            items: { type: 'array', minItems: 2, maxItems: 2, items: { type: 'number' } },
            description:
              'Pairs of what is applied and what the unit must tell, rising by what is applied; straight between them.'
          },
          tolerance: {
            type: 'number',
            exclusiveMinimum: 0,
            description: 'How far a sound unit may be off. Units: those of the value.'
          }
        }
      },
      description: 'Sensors; the first lies on channel 401 of the box, the next on 402.'
    },
    outputs: {
      type: 'array',
      maxItems: 8,
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['id', 'name', 'connector', 'cavities', 'did'],
        properties: {
          id,
          name,
          connector: id,
          cavities,
          did: {
            ...did,
            description: 'Data identifier by which it is driven (service 2F), as hex.'
          }
        }
      },
      description: 'Driver stages; the first lies on load 311 of the box, the next on 312.'
    },
    selfTest: {
      type: 'object',
      additionalProperties: false,
      required: ['routine', 'seconds', 'stages'],
      description: 'Test of its own that the unit runs and that names its stages.',
      properties: {
        routine: { ...did, description: 'Routine of the test (service 31), as hex.' },
        seconds: { type: 'number', minimum: 0, maximum: 120, description: 'How long it takes.' },
        stages: {
          type: 'array',
          minItems: 1,
          maxItems: 32,
          items: {
            type: 'object',
            additionalProperties: false,
            required: ['id', 'name'],
            properties: { id, name }
          },
          description:
            'Stages in the order of the bits of its answer; ids of sensors and drivers too.'
        }
      }
    }
  }
} as const;
