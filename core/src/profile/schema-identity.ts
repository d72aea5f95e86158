import { address, did, id, name, text } from './schema-basics.ts';

/** A field that the unit itself holds: how it is asked for and where it lies in the dump. */
export const identityField = {
  type: 'object',
  additionalProperties: false,
  required: ['id', 'name', 'lengthBytes'],
  properties: {
    id: { ...id, description: 'Same id as the label number that stands for the same thing.' },
    name,
    lengthBytes: { type: 'integer', minimum: 1, maximum: 64, description: 'Units: bytes.' },
    did,
    stored: {
      type: 'object',
      description: 'Where it lies in the dump, with every copy.',
      additionalProperties: false,
      required: ['region', 'offsets'],
      properties: { region: id, offsets: { type: 'array', minItems: 1, items: address } }
    }
  }
} as const;

/** How a number on the unit's label looks, and which ones are known to belong to the family. */
export const label = {
  type: 'object',
  additionalProperties: false,
  required: ['id', 'name', 'pattern', 'examples'],
  properties: {
    id: {
      enum: [
        'hardware-number',
        'software-number',
        'service-number',
        'family-code',
        'radio-approval',
        'frequency',
        'market',
        'date'
      ],
      description: 'What kind of number it is.'
    },
    name,
    pattern: {
      type: 'string',
      pattern: '^\\^[^\\s]{1,100}\\$$',
      description: 'Regular expression with both anchors, over capitals without blanks.'
    },
    examples: {
      type: 'array',
      minItems: 1,
      items: { type: 'string', minLength: 1 },
      description: 'Numbers as they look; each must fit the pattern.'
    },
    known: {
      type: 'array',
      items: { type: 'string', minLength: 1 },
      description: 'Numbers that are known to belong to this family; each must fit the pattern.'
    },
    where: { ...text, description: 'Where on the unit to look for it.' }
  }
} as const;

/** What a donor's field must be, held against the original's. */
export const matchRule = {
  type: 'object',
  additionalProperties: false,
  required: ['field', 'rule', 'why'],
  properties: {
    field: {
      ...id,
      description: 'A label number, an identity field, `chip-marking` or `make`.'
    },
    rule: {
      enum: ['equal', 'later', 'compatible', 'ignore', 'differ'],
      description:
        'equal: the same. later: the same or a later revision of the same series. compatible: the same, or joined by ' +
        'supersessions. ignore: does not matter. differ: must not be the same.'
    },
    why: { ...text, description: 'The reason, as it is told to people.' },
    otherwise: {
      enum: ['stop', 'look'],
      description: 'What it means when the rule does not hold. Absent: stop.'
    },
    ask: {
      type: 'boolean',
      description: 'The seller is asked for it when it is unknown. Absent: true unless ignored.'
    }
  }
} as const;

/** One number that took the place of another. */
export const supersession = {
  type: 'object',
  additionalProperties: false,
  required: ['field', 'from', 'to', 'way'],
  properties: {
    field: { ...id, description: 'The label number that it is about.' },
    from: { type: 'string', minLength: 1, description: 'The earlier number.' },
    to: { type: 'string', minLength: 1, description: 'The later number.' },
    way: {
      enum: ['both', 'forward'],
      description: 'both: each may stand for the other. forward: only the later for the earlier.'
    },
    note: text
  }
} as const;

/** Units of other makes that are the same hardware under another number. */
export const otherMake = {
  type: 'object',
  additionalProperties: false,
  required: ['make', 'numbers', 'note'],
  properties: {
    make: name,
    numbers: {
      type: 'array',
      minItems: 1,
      items: { type: 'string', minLength: 1 },
      description: 'Hardware numbers under which the other make sells it.'
    },
    note: { ...text, description: 'What to mind when one is used.' }
  }
} as const;
