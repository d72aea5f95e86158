/**
 * What a unit is in a job: the one that came in, the used one that takes its place, the brand-new one, and the partner of
 * another family that holds or expects the shared secret. Every one of them can be identified and read.
 */
export const JOB_ROLES = ['original', 'donor', 'new', 'partner'] as const;

export type UnitRole = (typeof JOB_ROLES)[number];

/** What a kept image is: read from a unit, a file that is to be written into the original itself, or the maker's file of what is in it now. */
export type ReadRole = UnitRole | 'supplied' | 'stock';
