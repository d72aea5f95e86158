import { resolveAccess, type Access } from '../access/access.ts';
import type { Profile } from '../profile/profile.ts';
import type { JobFact, JobRows } from './job-rows.ts';
import type { UnitRole } from './roles.ts';

/** The profile of a family; undefined where the shop has none. */
export type ProfileOf = (familyId: string) => Profile | undefined;

/** How one unit of a job is worked on: by its own family, which of a partner is another one. */
export interface JobSide {
  readonly profile: Profile | undefined;
  readonly access: Access | undefined;
}

/** What the side of a unit is found from. */
export interface SideFacts extends JobSide {
  readonly job: Pick<JobFact, 'familyId'>;
  readonly units: JobRows['units'];
}

/**
 * The family and the access of one role. Original and donor, and a new unit of their family, go by what was chosen for the
 * job; a unit of another family by what that family knows. Total.
 */
export function sideOf(facts: SideFacts, role: UnitRole, profileOf: ProfileOf): JobSide {
  const { job, profile, access, units } = facts;
  const family = units[role]?.familyId ?? job.familyId;
  if (role === 'original' || role === 'donor' || family === job.familyId)
    return { profile, access };
  const own = profileOf(family);
  return { profile: own, access: own && resolveAccess(own, undefined) };
}
