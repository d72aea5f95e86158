import type { Static } from 'typebox';
import { id, name } from './schema-basics.ts';
import { afterFit, expectedFault, risk, sleep, typicalMinutes, wearValue } from './schema-care.ts';
import { identityField, label, matchRule, otherMake, supersession } from './schema-identity.ts';
import { field } from './schema-field.ts';
import { checksum, clone, region, secret, transform } from './schema-memory.ts';
import { access } from './schema-accesses.ts';
import { exercise } from './schema-exercise.ts';
import { board, connector, dismantleStep } from './schema-wiring.ts';

/** Module family profile, open JSON. Source: JSON Schema 2020-12. Field by field: docs/profiles.md. */
export const profileSchema = {
  $id: 'urn:upright-badger:profile',
  type: 'object',
  additionalProperties: false,
  required: [
    ...['id', 'version', 'make', 'kind', 'title', 'regions', 'writeOrder', 'accesses', 'clone'],
    ...['labels', 'match', 'risks', 'afterFit']
  ],
  properties: {
    id: {
      type: 'string',
      pattern: '^[A-Z]{2}-[A-Z0-9]{3}$',
      description: 'Family code, as the shop calls it.'
    },
    version: {
      type: 'integer',
      minimum: 1,
      description: 'Raised with every change; every version that was ever loaded is kept.'
    },
    make: name,
    kind: {
      enum: [
        ...['engine', 'transmission', 'engine-transmission', 'body', 'comfort', 'immobiliser'],
        'key-unit'
      ],
      description: 'What the unit does in the vehicle.'
    },
    title: name,
    notes: {
      type: 'array',
      items: { type: 'string' },
      description: 'What a technician must know first.'
    },
    chipMarkings: {
      type: 'array',
      items: { type: 'string' },
      description: 'What is printed on the processor or the memory chip.'
    },
    labels: { type: 'array', items: label, description: 'Numbers on the label.' },
    identity: { type: 'array', items: identityField, description: 'What the unit itself holds.' },
    match: { type: 'array', minItems: 1, items: matchRule, description: 'What a donor must be.' },
    supersessions: { type: 'array', items: supersession, description: 'What took whose place.' },
    otherMakes: { type: 'array', items: otherMake, description: 'Same hardware, other make.' },
    regions: {
      type: 'array',
      items: region,
      description: 'Every memory; empty where nothing is read.'
    },
    writeOrder: {
      type: 'array',
      items: id,
      description: 'All regions, in the order in which they are read and written.'
    },
    accesses: {
      type: 'array',
      minItems: 1,
      items: access,
      description: 'Accesses to the memory.'
    },
    connectors: {
      type: 'array',
      items: connector,
      description: 'Connector faces of the unit, drawn from this.'
    },
    boards: {
      type: 'array',
      items: board,
      description: 'Boards with pads and chips, one for each chip marking where they differ.'
    },
    dismantling: {
      type: 'array',
      items: dismantleStep,
      description: 'How it comes out, is opened and closed, in this order.'
    },
    checksums: { type: 'array', items: checksum, description: 'Sums that the unit checks.' },
    transforms: { type: 'array', items: transform, description: 'How regions are scrambled.' },
    clone,
    secrets: { type: 'array', items: secret, description: 'Security data in the memory.' },
    fields: { type: 'array', items: field, description: 'What else the memory holds.' },
    securityData: {
      type: 'boolean',
      description: 'Holds immobiliser or security data: work on it needs recorded authority.'
    },
    makerRoute: {
      type: 'boolean',
      description: 'The maker sells it new and his own route can program it.'
    },
    afterFit: { type: 'array', items: afterFit, description: 'What the vehicle still needs.' },
    risks: { type: 'array', items: risk, description: 'What may go wrong, and what lowers it.' },
    wear: { type: 'array', items: wearValue, description: 'Values that tell the wear.' },
    exercise,
    sleep,
    typicalMinutes,
    expectedBenchFaults: {
      type: 'array',
      items: expectedFault,
      description: 'Faults that a sound unit stores when it lies alone on a bench.'
    }
  }
} as const;

export type ProfileDocument = Static<typeof profileSchema>;
