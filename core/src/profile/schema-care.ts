import { did, id, minutes, name, text } from './schema-basics.ts';

/** What the vehicle still needs when the unit is back in it. */
export const afterFit = {
  type: 'object',
  additionalProperties: false,
  required: ['id', 'name', 'how', 'minutes'],
  properties: {
    id,
    name,
    how: { ...text, description: 'What is done, and how it is known to be done.' },
    when: { ...text, description: 'What must hold before it, as oil at working temperature.' },
    does: {
      enum: [
        ...(['write-vin', 'read-vin', 'coding', 'register-keys', 'try-keys', 'remotes'] as const),
        ...(['reset-adaptations', 'clear-faults', 'drive', 'look'] as const)
      ],
      description:
        'What the application does or watches for it at the vehicle; without: a person looks.'
    },
    unit: {
      enum: ['engine', 'transmission', 'body', 'immobiliser', 'comfort', 'cluster'],
      description: 'The unit in the vehicle that is asked; without: the one of the family.'
    },
    temperatureC: {
      type: 'array',
      items: { type: 'number', minimum: -40, maximum: 200 },
      minItems: 2,
      maxItems: 2,
      description: 'Oil or coolant must be between these. Units: degC.'
    },
    minutes
  }
} as const;

export const risk = {
  type: 'object',
  additionalProperties: false,
  required: ['id', 'what', 'lowers', 'weight'],
  properties: {
    id,
    what: { ...text, description: 'What may go wrong.' },
    lowers: { ...text, description: 'What makes it less likely.' },
    weight: { enum: ['low', 'middle', 'high'], description: 'How bad, as the trade sees it.' }
  }
} as const;

/** A value of the unit from which its wear is judged. */
export const wearValue = {
  type: 'object',
  additionalProperties: false,
  required: ['id', 'name', 'unit', 'goodMin', 'goodMax', 'wornMin', 'wornMax'],
  properties: {
    id,
    name,
    unit: { type: 'string', maxLength: 12, description: 'Of the value, as ms.' },
    did,
    goodMin: { type: 'number', description: 'From here to goodMax a part is as new.' },
    goodMax: { type: 'number', description: 'End of the good band.' },
    wornMin: { type: 'number', description: 'Below it the part is worn out.' },
    wornMax: { type: 'number', description: 'Above it the part is worn out.' }
  }
} as const;

/** Trade rules of thumb that an estimate is shown beside. */
export const typicalMinutes = {
  type: 'object',
  description: 'Trade rules of thumb that an estimate is shown beside, from and to.',
  additionalProperties: false,
  properties: {
    readMinutes: { type: 'array', items: minutes, minItems: 2, maxItems: 2 },
    writeMinutes: { type: 'array', items: minutes, minItems: 2, maxItems: 2 }
  }
} as const;

/** The sleeping vehicle draws no more. */
export const sleep = {
  type: 'object',
  description: 'What the sleeping vehicle may draw once this unit is back in it.',
  additionalProperties: false,
  required: ['maxMa', 'afterMinutes'],
  properties: {
    maxMa: { type: 'integer', minimum: 1, maximum: 5000, description: 'At most so much.' },
    afterMinutes: {
      type: 'integer',
      minimum: 1,
      maximum: 240,
      description: 'So long after it was locked.'
    }
  }
} as const;

export const expectedFault = {
  type: 'object',
  additionalProperties: false,
  required: ['code'],
  properties: {
    code: {
      type: 'string',
      pattern: '^[PCBU][0-3][0-9A-F]{0,3}$',
      description: 'Whole code or its beginning.'
    },
    failureTypes: {
      type: 'array',
      items: { type: 'string', pattern: '^[0-9A-F]{2}$' },
      description: 'Failure types that are expected with it, as hex; empty: any.'
    }
  }
} as const;
