import { JOB_ROLES, type UnitRole } from '@badger/core/job/roles';
import type { JobData } from '$lib/job-types.ts';

/** Units that are shown: the original, the donor where one is written, and whatever else is there. */
export function rolesOf(job: Pick<JobData, 'units' | 'target'>): readonly UnitRole[] {
  return JOB_ROLES.filter(
    (role) => role === 'original' || job.units[role] || (role === 'donor' && job.target === role)
  );
}
