import type { Static } from 'typebox';

const unitRole = { enum: ['original', 'donor'] } as const;
const tag = { type: 'string', pattern: '^[0-9A-Za-z-]{1,12}$' } as const;
const stationId = { type: 'string', pattern: '^[a-z][a-z0-9-]{0,30}$' } as const;

const hands = {
  $id: 'urn:upright-badger:hands',
  type: 'object',
  additionalProperties: false,
  properties: {
    /** Tag of the unit to clamp; null takes the unit off. */
    unit: { anyOf: [tag, { type: 'null' }] },
    padHeld: { type: 'boolean' }
  }
} as const;

const supply = {
  $id: 'urn:upright-badger:supply',
  type: 'object',
  additionalProperties: false,
  properties: {
    voltageMv: { type: 'integer', minimum: 0, maximum: 60000 },
    limitMa: { type: 'integer', minimum: 0, maximum: 200000 },
    on: { type: 'boolean' }
  }
} as const;

const startOperation = {
  $id: 'urn:upright-badger:start-operation',
  type: 'object',
  additionalProperties: false,
  required: ['kind', 'jobNumber', 'stationId'],
  properties: {
    kind: { enum: ['identify', 'read', 'write'] },
    jobNumber: { type: 'integer', minimum: 1 },
    stationId,
    role: unitRole,
    regionId: { type: 'string', pattern: '^[a-z][a-z0-9-]{0,39}$' },
    /** Last three characters of the donor's tag, for a write. */
    confirmation: { type: 'string', maxLength: 12 }
  }
} as const;

const proof = {
  $id: 'urn:upright-badger:proof',
  type: 'object',
  additionalProperties: false,
  required: ['outcome', 'reason'],
  properties: {
    outcome: { enum: ['cause', 'not-cause', 'open'] },
    reason: { type: 'string', minLength: 3, maxLength: 500 }
  }
} as const;

const assignUnit = {
  $id: 'urn:upright-badger:assign-unit',
  type: 'object',
  additionalProperties: false,
  required: ['tag', 'role'],
  properties: { tag, role: unitRole }
} as const;

const authority = {
  $id: 'urn:upright-badger:authority',
  type: 'object',
  additionalProperties: false,
  required: ['authorisedBy'],
  properties: { authorisedBy: { type: 'string', minLength: 3, maxLength: 120, pattern: '\\S' } }
} as const;

const forgetChip = {
  $id: 'urn:upright-badger:forget-chip',
  type: 'object',
  additionalProperties: false,
  required: ['role'],
  properties: { role: unitRole }
} as const;

const chooseStation = {
  $id: 'urn:upright-badger:choose-station',
  type: 'object',
  additionalProperties: false,
  required: ['stationId'],
  properties: { stationId }
} as const;

const signIn = {
  $id: 'urn:upright-badger:sign-in',
  type: 'object',
  additionalProperties: false,
  required: ['name', 'password'],
  properties: {
    name: { type: 'string', minLength: 1, maxLength: 60 },
    password: { type: 'string', minLength: 1, maxLength: 200 }
  }
} as const;

const firstPerson = {
  $id: 'urn:upright-badger:first-person',
  type: 'object',
  additionalProperties: false,
  required: ['name', 'password'],
  properties: {
    name: { type: 'string', minLength: 1, maxLength: 60 },
    password: { type: 'string', minLength: 10, maxLength: 200 }
  }
} as const;

const speed = {
  $id: 'urn:upright-badger:speed',
  type: 'object',
  additionalProperties: false,
  required: ['factor'],
  properties: { factor: { type: 'number', minimum: 1, maximum: 120 } }
} as const;

const newJob = {
  $id: 'urn:upright-badger:new-job',
  type: 'object',
  additionalProperties: false,
  required: ['customer', 'vehicle', 'vin', 'family', 'complaint', 'authorisedBy', 'originalTag'],
  properties: {
    customer: { type: 'string', minLength: 1, maxLength: 80 },
    vehicle: { type: 'string', minLength: 1, maxLength: 80 },
    vin: { type: 'string', minLength: 1, maxLength: 40 },
    family: { type: 'string', pattern: '^[A-Z]{2}-[A-Z0-9]{3}$' },
    complaint: { type: 'string', minLength: 1, maxLength: 500 },
    authorisedBy: { type: 'string', maxLength: 120 },
    originalTag: tag,
    donorTag: { anyOf: [tag, { type: 'string', maxLength: 0 }] }
  }
} as const;

const stations = {
  $id: 'urn:upright-badger:stations',
  type: 'array',
  items: {
    type: 'object',
    additionalProperties: false,
    required: ['id', 'name', 'ratedMa', 'host', 'boxPort', 'supplyPort'],
    properties: {
      id: stationId,
      name: { type: 'string', minLength: 1, maxLength: 30 },
      ratedMa: { type: 'integer', minimum: 1, maximum: 200000 },
      host: { type: 'string', minLength: 1, maxLength: 200 },
      boxPort: { type: 'integer', minimum: 1, maximum: 65535 },
      supplyPort: { type: 'integer', minimum: 1, maximum: 65535 }
    }
  }
} as const;

/** Every body that a route takes; the validators are generated from these. */
export const schemas = {
  Hands: hands,
  Supply: supply,
  StartOperation: startOperation,
  Proof: proof,
  AssignUnit: assignUnit,
  Authority: authority,
  ChooseStation: chooseStation,
  ForgetChip: forgetChip,
  SignIn: signIn,
  FirstPerson: firstPerson,
  Speed: speed,
  NewJob: newJob,
  Stations: stations
} as const;

export type Hands = Static<typeof hands>;
export type Supply = Static<typeof supply>;
export type StartOperation = Static<typeof startOperation>;
export type Proof = Static<typeof proof>;
export type AssignUnit = Static<typeof assignUnit>;
export type Authority = Static<typeof authority>;
export type ForgetChip = Static<typeof forgetChip>;
export type ChooseStation = Static<typeof chooseStation>;
export type SignIn = Static<typeof signIn>;
export type FirstPerson = Static<typeof firstPerson>;
export type Speed = Static<typeof speed>;
export type NewJob = Static<typeof newJob>;
export type Stations = Static<typeof stations>;
