/** Pieces that every part of the profile schema uses. */
export const address = {
  type: 'string',
  pattern: '^0x[0-9A-F]{1,8}$',
  description: 'Hexadecimal, capitals, as in 0x0001F000.'
} as const;
export const length = {
  type: 'integer',
  minimum: 1,
  maximum: 67108864,
  description: 'Units: bytes.'
} as const;
export const name = {
  type: 'string',
  minLength: 1,
  maxLength: 80,
  description: 'What people call it.'
} as const;
export const text = {
  type: 'string',
  minLength: 1,
  maxLength: 240,
  description: 'A sentence for people.'
} as const;
export const id = {
  type: 'string',
  pattern: '^[a-z][a-z0-9-]*$',
  maxLength: 40,
  description: 'Short name inside the profile; other parts refer to it.'
} as const;
export const minutes = {
  type: 'number',
  minimum: 0,
  maximum: 1440,
  description: 'Units: minutes.'
} as const;
export const did = {
  type: 'string',
  pattern: '^[0-9A-F]{4}$',
  description: 'Data identifier under which the unit tells it (ISO 14229-1), as hex.'
} as const;
