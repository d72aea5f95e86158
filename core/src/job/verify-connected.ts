import { fail, ok, type Result } from '../base/result.ts';
import type { UnitRole } from './roles.ts';

export interface ConnectedFacts {
  /** What the unit on the bench has just told. */
  readonly chipId: string;
  /** The unit that is meant, and what it is in the job. */
  readonly meant: { readonly chipId: string | null; readonly tag: string; readonly role: UnitRole };
  readonly originalChipId: string | null | undefined;
  /** Nothing of the original is written: it need not have told who it is. */
  readonly withoutOriginal?: boolean;
  /** Its memory is to be changed. */
  readonly writes: boolean;
}

/**
 * Is the unit on the bench the one that is meant, told by its chip id, read at this moment? A donor is never written while
 * the original answers, nor while its id is unknown where anything of it is written.
 * Errors: `gate.original.connected`, `gate.donor.other`, `gate.original.other`, `gate.meant.other`.
 */
export function verifyConnected({ chipId, meant, ...f }: ConnectedFacts): Result<true> {
  const unknown = !f.originalChipId && f.withoutOriginal !== true;
  if (f.writes && meant.role === 'donor' && (unknown || chipId === f.originalChipId))
    return fail('gate.original.connected', { chipId });
  if (chipId === meant.chipId) return ok(true);
  const { role, tag } = meant;
  const known = meant.chipId ?? '';
  if (role === 'donor') return fail('gate.donor.other', { chipId, donorChipId: known, tag });
  return role === 'original'
    ? fail('gate.original.other', { chipId, originalChipId: known, tag })
    : fail('gate.meant.other', { chipId, tag });
}
