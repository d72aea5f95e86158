import type { Access } from '@badger/core/access/access';
import { touchesSecurity } from '@badger/core/job/authority';
import type { GateFacts } from '@badger/core/gates/facts';
import { needOf } from '@badger/core/gates/judge-feed';
import type { UnitRole } from '@badger/core/job/roles';
import { sideOf as sideOfRole, type JobSide } from '@badger/core/job/side';
import type { UnitFeed } from '@badger/core/electrical/judge-unit-feed';
import type { Deps } from '../../deps.ts';
import type { JobUnitFacts } from '../../repositories/job-units.ts';
import type { JobView } from './job-view.ts';
import { knownVehicle, placeFacts } from '../operation/vehicle-cable.ts';

export type { JobSide };

/** The family and the access of one role, by the shop's profiles. */
export function sideOf(
  deps: Deps,
  view: Pick<JobView, 'job' | 'profile' | 'access' | 'units'>,
  role: UnitRole
): JobSide {
  return sideOfRole(view, role, (family) => deps.profiles.get(family));
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
    ...accessFacts(deps, view, { access, role }),
    meant: unit && { tag: unit.tag, chipId: unit.chipId ?? undefined }
  };
}

/** What the gates know of an access: its need, who feeds the unit, and the unit's place where it leads into the vehicle. */
export function accessFacts(
  deps: Deps,
  { job, units }: Pick<JobView, 'job' | 'units'>,
  { access, role }: { readonly access: Access | undefined; readonly role: UnitRole }
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
