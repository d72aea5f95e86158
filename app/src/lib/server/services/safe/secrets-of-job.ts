import type { Tx } from '../../db/client.ts';
import { listSecrets, type SecretRow } from '../../repositories/safe.ts';
import type { JobView } from '../job/job-view.ts';

/** What a sealed value is: it does not open as another one's. */
export const aboutSecret = (id: string): string => `secret ${id}`;

/**
 * Security data in the safe that a job has to do with: its own, and from earlier jobs what was found in the units of its vehicle or entered for it. What a donor
 * held when it served somebody else is theirs.
 */
export function secretsOf(db: Tx, { job, units }: JobView): Promise<SecretRow[]> {
  const unitIds = [units.original, units.partner].flatMap((u) => (u ? [u.id] : []));
  return listSecrets(db, { jobId: job.id, unitIds, vin: job.vin });
}
