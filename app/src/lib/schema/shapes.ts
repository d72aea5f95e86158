import { JOB_ROLES } from '@badger/core/job/roles';

/** Shapes that several requests share. */
/** What a unit can be in a job. */
/** Where an instrument answers. */
export const host = {
  type: 'string',
  pattern: '^[A-Za-z0-9](?:[A-Za-z0-9.-]{0,62}[A-Za-z0-9])?$',
  maxLength: 64
} as const;
export const port = { type: 'integer', minimum: 1, maximum: 65535 } as const;

export const jobRole = { enum: JOB_ROLES } as const;

/** The two between which a clone is made. */
export const cloneRole = { enum: ['original', 'donor'] } as const;
export const tag = { type: 'string', pattern: '^[0-9A-Za-z-]{1,12}$' } as const;
export const stationId = { type: 'string', pattern: '^[a-z][a-z0-9-]{0,30}$' } as const;

/** A signature: strokes of points, 0 to 1000 in both directions. */
export const strokes = {
  type: 'array',
  maxItems: 60,
  items: {
    type: 'array',
    minItems: 1,
    maxItems: 1000,
    items: {
      type: 'array',
      minItems: 2,
      maxItems: 2,
      items: { type: 'integer', minimum: 0, maximum: 1000 }
    }
  }
} as const;
