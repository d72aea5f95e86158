import type { Profile } from '../profile/profile.ts';
import { isActive } from '../operation/life-cycle.ts';
import { isTrusted } from '../reads/judge-region.ts';
import type { AuthorityGap } from './authority.ts';
import type { CloseFacts } from './close.ts';
import type { JobFact, JobRows } from './job-rows.ts';
import type { RegionView, SecretView } from './region-state.ts';
import { securityRegions } from './security-regions.ts';
import type { JobShape } from './shape.ts';
import { countFailedTries, isLeftBroken } from './work-state.ts';

interface EndingParts {
  readonly job: Pick<JobFact, 'proofOutcome'>;
  readonly rows: JobRows;
  readonly shape: JobShape;
  readonly profile: Profile | undefined;
  readonly originals: readonly RegionView[];
  /** Security data that was read alone. */
  readonly secrets: readonly SecretView[];
  readonly authorityGap: AuthorityGap | undefined;
  readonly writeVerified: boolean;
  readonly writeRefuted: boolean;
}

/** What closing a job rests on, out of its rows. */
export function factsOfEnding(p: EndingParts): Omit<CloseFacts, 'personRole' | 'returnSteps'> {
  const { operations, units, vehicleScan } = p.rows;
  const original = units.original;
  const numbers = Object.values({ ...original?.labelNumbers, ...original?.numbers });
  const wanted = securityRegions(p.profile, p.originals, p.secrets);
  return {
    shape: p.shape,
    workRunning: operations.some((o) => isActive(o.state)),
    writeVerified: p.writeVerified,
    writeRefuted: p.writeRefuted,
    leftBroken: isLeftBroken(operations),
    readsTrusted: wanted.length > 0 && wanted.every((r) => isTrusted(r.verdict)),
    handedOver: p.rows.handovers > 0,
    authorityProven: p.authorityGap === undefined,
    originalKnown: Boolean(original?.chipId) || numbers.some((n) => n.trim() !== ''),
    failedTries: original ? countFailedTries(operations, original.id) : 0,
    notTheCause: p.job.proofOutcome === 'not-cause',
    scannedAfter: vehicleScan?.kind === 'post' && vehicleScan.brokenOff === null
  };
}
