import type { Tx } from '../../db/client.ts';
import { listSecrets, type SecretRow } from '../../repositories/safe.ts';
import type { JobView } from '../job/job-view.ts';
import type { SecretOfUnit } from './find-secrets.ts';

/** As versions bound it that knew of its number alone. */
export const aboutOldSecret = ({ id }: { readonly id: string }): string => `secret ${id}`;

type Named = Pick<SecretRow, 'id' | 'jobId' | 'unitId' | 'secretId' | 'name'>;

/** What a sealed value is: under another name, of another unit, or in another job it does not open. */
export const aboutSecret = ({ id, jobId, unitId, secretId, name }: Named): string =>
  `secret ${JSON.stringify([id, jobId, unitId, secretId, name])}`;

/**
 * Security data in the safe that a job has to do with: its own, and from earlier jobs what was found in the units of its vehicle or entered for it. What a donor
 * held when it served somebody else is theirs.
 */
export function secretsOf(db: Tx, { job, units }: JobView): Promise<SecretRow[]> {
  const unitIds = [units.original, units.partner].flatMap((u) => (u ? [u.id] : []));
  return listSecrets(db, { jobId: job.id, unitIds, vin: job.vin });
}

/**
 * How what lies in the safe stands now. `kept`: the trusted reads of the job say so, or it was entered. `earlier`: kept in another job, and in this one nobody has
 * read it. `doubted`: the reads of this job do not say so, or not any more.
 */
export function standingOf(
  kept: Pick<SecretRow, 'kind' | 'unitId' | 'secretId' | 'mark' | 'jobId'>,
  found: readonly SecretOfUnit[],
  jobId: string
): 'kept' | 'earlier' | 'doubted' {
  if (kept.kind === 'entered') return 'kept';
  const now = found.find((f) => f.unit.id === kept.unitId && f.id === kept.secretId);
  if (now?.mark === kept.mark) return 'kept';
  const unread = now === undefined || now.state === 'unread';
  return unread && kept.jobId !== jobId ? 'earlier' : 'doubted';
}
