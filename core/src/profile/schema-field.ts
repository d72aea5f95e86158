import { address, id, name } from './schema-basics.ts';

const finite = { type: 'number', minimum: -1e12, maximum: 1e12 } as const;

/** A field of a region: where it stands and how its bytes are read. */
export const field = {
  type: 'object',
  additionalProperties: false,
  required: ['id', 'name', 'region', 'offsets', 'lengthBytes', 'type'],
  properties: {
    id,
    name,
    region: id,
    offsets: { type: 'array', minItems: 1, items: address, description: 'With every copy.' },
    lengthBytes: { type: 'integer', minimum: 1, maximum: 4096, description: 'Units: bytes.' },
    type: {
      enum: ['text', 'bytes', 'digits', 'number', 'date', 'flags', 'choice', 'table'],
      description:
        'How it is read: text; bytes as they are; digits, two to a byte; a number; a date in such digits; bits with names; a number with names for its values; a table of numbers.'
    },
    pattern: { type: 'string', maxLength: 200, description: 'Of text: what it must look like.' },
    vin: { type: 'boolean', description: 'Of text: it is a VIN.' },
    littleEndian: { type: 'boolean', description: 'Of numbers: low byte first.' },
    signed: { type: 'boolean', description: 'Of numbers: below zero too.' },
    scale: { ...finite, description: 'Of numbers: what is kept, times this, …' },
    offset: { ...finite, description: '… plus this, is meant …' },
    unit: { type: 'string', maxLength: 12, description: '… in this unit.' },
    least: { ...finite, description: 'Of numbers: less is not believed. In the unit.' },
    most: { ...finite, description: 'More is not believed.' },
    layout: {
      enum: ['yymmdd', 'ddmmyy', 'yyyymmdd'],
      description: 'Of a date: the order of its digits.'
    },
    names: {
      type: 'array',
      minItems: 1,
      maxItems: 64,
      description: 'Of flags: the number of each bit, 0 the lowest. Of a choice: each value.',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['value', 'name'],
        properties: {
          value: { type: 'integer', minimum: 0, maximum: 4294967295, description: 'Bit or value.' },
          name
        }
      }
    },
    cellBytes: { type: 'integer', minimum: 1, maximum: 6, description: 'Of a table: one number.' },
    columns: { type: 'integer', minimum: 1, maximum: 256, description: 'Of a table: of one row.' },
    mileage: {
      type: 'boolean',
      description: 'It is mileage: carried with the identity and shown, never edited.'
    }
  }
} as const;
