import type { Tx } from '../../db/client.ts';
import { listSecrets, type SecretRow } from '../../repositories/safe.ts';
import type { JobView } from '../job/job-view.ts';

/** What a sealed value is: it does not open as another one's. */
export const aboutSecret = (id: string): string => `secret ${id}`;

/** Security data in the safe that a job has to do with. */
export function secretsOf(db: Tx, view: JobView): Promise<SecretRow[]> {
  const unitIds = Object.values(view.units).map((u) => u.id);
  return listSecrets(db, { jobId: view.job.id, unitIds, vin: view.job.vin });
}
