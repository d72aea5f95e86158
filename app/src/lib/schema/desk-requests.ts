const figure = { type: 'string', maxLength: 12 } as const;

const figures = <K extends string>(...keys: readonly K[]) =>
  Object.fromEntries(keys.map((k) => [k, figure])) as Record<K, typeof figure>;

const lead = {
  type: 'object',
  additionalProperties: false,
  required: ['volts', 'amps', 'metres', 'gauge', 'size', 'contactMohm', 'celsius', 'leastVolts'],
  properties: {
    ...figures('volts', 'amps', 'metres', 'size', 'contactMohm', 'celsius', 'leastVolts'),
    gauge: { enum: ['mm2', 'awg'] }
  }
} as const;

const budget = {
  type: 'object',
  additionalProperties: false,
  required: ['unitAmps', 'besideAmps', 'ratedAmps'],
  properties: {
    ...figures('unitAmps', 'ratedAmps'),
    besideAmps: { type: 'array', maxItems: 5, items: figure }
  }
} as const;

const pair = {
  type: 'object',
  additionalProperties: false,
  required: ['pair', 'high', 'low', 'wanted'],
  properties: { ...figures('pair', 'high', 'low'), wanted: { enum: [1, 2] } }
} as const;

const vehicle = {
  type: 'object',
  additionalProperties: false,
  required: [
    ...(['rest', 'kind', 'capacity', 'celsius', 'load', 'minutes', 'support', 'given'] as const),
    ...(['held', 'year', 'least'] as const)
  ],
  properties: {
    ...figures('rest', 'capacity', 'celsius', 'load', 'minutes', 'given', 'held', 'year', 'least'),
    kind: { enum: ['flooded', 'agm'] },
    support: { enum: ['none', 'supply', 'charger'] }
  }
} as const;

const of = <K extends string, I>(kind: K, input: I) =>
  ({
    type: 'object',
    additionalProperties: false,
    required: ['kind', 'input'],
    properties: { kind: { const: kind }, input }
  }) as const;

/** Figures of one calculator of the power desk, as they were typed, for a job. */
export const deskValue = {
  $id: 'urn:upright-badger:desk-value',
  anyOf: [of('lead', lead), of('budget', budget), of('pair', pair), of('vehicle', vehicle)]
} as const;
