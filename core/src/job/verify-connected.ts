import { fail, ok, type Result } from '../base/result.ts';
import type { UnitRole } from './roles.ts';

export interface ConnectedFacts {
  /** What the unit on the bench has just told. */
  readonly chipId: string;
  /** The unit that is meant, and what it is in the job. */
  readonly meant: { readonly chipId: string | null; readonly tag: string; readonly role: UnitRole };
  readonly originalChipId: string | null | undefined;
  /** Its memory is to be changed. */
  readonly writes: boolean;
}

/**
 * Is the unit on the bench the one that is meant, told by its chip id, read at this moment? A donor is never written while
 * the original's id is unknown or answers.
 * Errors: `gate.original.connected`, `gate.donor.other`, `gate.original.other`.
 */
export function verifyConnected({ chipId, meant, ...f }: ConnectedFacts): Result<true> {
  if (f.writes && meant.role === 'donor' && (!f.originalChipId || chipId === f.originalChipId))
    return fail('gate.original.connected', { chipId });
  if (chipId === meant.chipId) return ok(true);
  return meant.role === 'donor'
    ? fail('gate.donor.other', { chipId, donorChipId: meant.chipId ?? '', tag: meant.tag })
    : fail('gate.original.other', { chipId, originalChipId: meant.chipId ?? '', tag: meant.tag });
}
