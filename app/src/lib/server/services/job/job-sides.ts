import { resolveAccess, type Access } from '@badger/core/access/access';
import { touchesSecurity } from '@badger/core/gates/authority';
import type { GateFacts } from '@badger/core/gates/facts';
import { needOf } from '@badger/core/gates/judge-feed';
import type { UnitRole } from '@badger/core/job/roles';
import type { Profile } from '@badger/core/profile/profile';
import type { UnitFeed } from '@badger/core/electrical/judge-unit-feed';
import type { Deps } from '../../deps.ts';
import type { JobUnitFacts } from '../../repositories/job-units.ts';
import type { JobView } from './job-view.ts';
import { knownVehicle, placeFacts } from '../operation/vehicle-cable.ts';

/** How one unit of a job is worked on: by its own family, which of a partner is another one. */
export interface JobSide {
  readonly profile: Profile | undefined;
  readonly access: Access | undefined;
}

type SideOf = Pick<JobView, 'job' | 'profile' | 'access' | 'units'>;

/**
 * The family and the access of one role. Original and donor, and a new unit of their family, go by what was chosen for the job; a
 * unit of another family by what that family knows.
 */
export function sideOf(deps: Deps, view: SideOf, role: UnitRole): JobSide {
  const { job, profile, access, units } = view;
  const family = units[role]?.familyId ?? job.familyId;
  if (role === 'original' || role === 'donor' || family === job.familyId)
    return { profile, access };
  const own = deps.profiles.get(family);
  return { profile: own, access: own && resolveAccess(own, undefined) };
}

/** What the gates know of one role's unit, over what they know of the job. */
export type SideFacts = Pick<
  GateFacts,
  'family' | 'needsAuthority' | 'carrier' | 'need' | 'feed' | 'vehicleLine' | 'vehicleGap' | 'meant'
>;

export function sideFacts(deps: Deps, view: JobView, role: UnitRole): SideFacts {
  const { profile, access } = sideOf(deps, view, role);
  const unit = view.units[role];
  return {
    family: profile?.id ?? unit?.familyId ?? view.job.familyId,
    needsAuthority: touchesSecurity(view.job.reason, profile?.securityData ?? false),
    ...accessFacts(deps, view, access, role),
    meant: unit && { tag: unit.tag, chipId: unit.chipId ?? undefined }
  };
}

/** What the gates know of an access: its need, who feeds the unit, and the unit's place where it leads into the vehicle. */
export function accessFacts(
  deps: Deps,
  { job, units }: Pick<JobView, 'job' | 'units'>,
  access: Access | undefined,
  role: UnitRole
) {
  const feed = feedOf(deps, units[role]);
  return { ...needOf(access, feed), ...placeFacts(knownVehicle(deps, job), access) };
}

/** Who feeds a unit that stays installed, as it was said. */
export function feedOf(deps: Deps, unit: JobUnitFacts | undefined): UnitFeed | undefined {
  return (
    unit && {
      by: unit.fedBy ?? undefined,
      measuredMv: unit.fedMv ?? undefined,
      ageSeconds: unit.fedAt
        ? (deps.clock.now().getTime() - unit.fedAt.getTime()) / 1000
        : undefined
    }
  );
}
