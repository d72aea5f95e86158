import { tag } from './shapes.ts';

const fieldId = '^[a-z][a-z0-9-]{0,39}$';
const numbers = {
  type: 'object',
  maxProperties: 20,
  propertyNames: { pattern: fieldId },
  additionalProperties: { type: 'string', maxLength: 60 }
} as const;
const amount = { type: 'string', pattern: "^-?\\d[\\d., \u00a0\u202f'’]{0,19}$" } as const;

/** What is known of a unit on the shelf: numbers of its label, state, adaptation values. */
export const unitFacts = {
  $id: 'urn:upright-badger:unit-facts',
  type: 'object',
  additionalProperties: false,
  properties: {
    numbers,
    stock: { enum: ['unknown', 'blank', 'backed-up', 'cloned', 'dead', 'not-stock'] },
    wear: {
      type: 'object',
      maxProperties: 20,
      propertyNames: { pattern: fieldId },
      additionalProperties: { anyOf: [{ type: 'number' }, { type: 'null' }] }
    }
  }
} as const;

/** A unit that comes in for the shelf, without a job. */
export const newStock = {
  $id: 'urn:upright-badger:new-stock',
  type: 'object',
  additionalProperties: false,
  required: ['family', 'place', 'numbers', 'stock'],
  properties: {
    family: { type: 'string', pattern: '^[A-Z]{2}-[A-Z0-9]{3}$' },
    tag,
    place: { type: 'string', maxLength: 60 },
    numbers,
    stock: { enum: ['unknown', 'blank', 'backed-up', 'cloned', 'dead'] }
  }
} as const;

export const offer = {
  $id: 'urn:upright-badger:offer',
  type: 'object',
  additionalProperties: false,
  required: ['source', 'numbers', 'price'],
  properties: {
    source: { type: 'string', minLength: 2, maxLength: 120, pattern: '\\S' },
    numbers,
    price: { type: 'string', maxLength: 20 }
  }
} as const;

export const accessChoice = {
  $id: 'urn:upright-badger:access-choice',
  type: 'object',
  additionalProperties: false,
  required: ['key', 'method', 'reason'],
  properties: {
    key: { type: 'string', pattern: '^[a-z-]{2,12}(-\\d{1,2})?$' },
    method: {
      enum: ['whole-image', 'merge', 'memory-chip', 'patch-secret', 'supplied-file', 'none']
    },
    reason: { type: 'string', minLength: 3, maxLength: 300, pattern: '\\S' }
  }
} as const;

export const newQuote = {
  $id: 'urn:upright-badger:new-quote',
  type: 'object',
  additionalProperties: false,
  required: ['extra', 'note'],
  properties: {
    extra: {
      type: 'array',
      maxItems: 20,
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['text', 'amount'],
        properties: { text: { type: 'string', minLength: 1, maxLength: 120 }, amount }
      }
    },
    note: { type: 'string', maxLength: 500 }
  }
} as const;

export const personSkills = {
  $id: 'urn:upright-badger:person-skills',
  type: 'object',
  additionalProperties: false,
  required: ['personId', 'skills'],
  properties: {
    personId: { type: 'string', pattern: '^[0-9a-f-]{36}$' },
    skills: {
      type: 'array',
      uniqueItems: true,
      maxItems: 4,
      items: { enum: ['open-case', 'fine-solder', 'clip', 'vehicle'] }
    }
  }
} as const;

/** What the shop has decided once for all jobs. */
export const shopRules = {
  $id: 'urn:upright-badger:shop-rules',
  type: 'object',
  additionalProperties: false,
  required: ['wallDisplay', 'namesBy', 'readsRequired'],
  properties: {
    /** Today is shown to whoever walks past: nobody signed in, initials only. */
    wallDisplay: { type: 'boolean' },
    /** What names of files begin with, where there is one. */
    namesBy: { enum: ['vin', 'plate'] },
    /** Reads that must be the same before they are trusted. */
    readsRequired: { enum: [2, 3] }
  }
} as const;

/** What a person tells the plan of one task. */
export const planMark = {
  $id: 'urn:upright-badger:plan-mark',
  type: 'object',
  additionalProperties: false,
  required: ['jobNumber', 'taskKey', 'act'],
  properties: {
    jobNumber: { type: 'integer', minimum: 1 },
    taskKey: { type: 'string', pattern: '^[a-z0-9/-]{2,80}$' },
    act: { enum: ['start', 'done', 'undo', 'move', 'free'] },
    /** Of a move: when, and on which place. */
    at: {
      type: 'string',
      pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}(:\\d{2}(\\.\\d{1,3})?)?Z$'
    },
    to: { type: 'string', maxLength: 60 }
  }
} as const;
