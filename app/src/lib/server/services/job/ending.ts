import { listEndings, type CloseFacts } from '@badger/core/job/close';
import type { JobShape } from '@badger/core/job/shape';
import { countFailedTries, isLeftBroken } from '@badger/core/job/work-state';
import { isActive } from '@badger/core/operation/life-cycle';
import type { Profile } from '@badger/core/profile/profile';
import { isTrusted } from '@badger/core/reads/judge-region';
import type { JobRow } from '../../repositories/jobs.ts';
import type { JobRecords } from './job-records.ts';
import type { RegionView } from '../reads/region-views.ts';

interface EndingParts {
  readonly job: JobRow;
  readonly records: JobRecords;
  readonly shape: JobShape;
  readonly profile: Profile | undefined;
  readonly originals: readonly RegionView[];
  readonly needsAuthority: boolean;
  readonly authorityGap: string | undefined;
  readonly writeVerified: boolean;
}

/** What closing a job rests on, out of its rows. */
export function factsOfEnding(p: EndingParts): Omit<CloseFacts, 'personRole'> {
  const { operations, units, vehicleScan } = p.records;
  const original = units.original;
  const numbers = Object.values({ ...original?.labelNumbers, ...original?.numbers });
  // where the secrets lie, or everything where nobody has said: whatever way was chosen
  const secret = new Set(p.profile?.secrets.map((s) => s.region));
  const wanted = p.originals.filter((r) => secret.size === 0 || secret.has(r.region.id));
  return {
    shape: p.shape,
    workRunning: operations.some((o) => isActive(o.state)),
    writeVerified: p.writeVerified,
    leftBroken: isLeftBroken(operations),
    readsTrusted: wanted.length > 0 && wanted.every((r) => isTrusted(r.verdict)),
    authorityProven: p.authorityGap === undefined,
    originalKnown: Boolean(original?.chipId) || numbers.some((n) => n.trim() !== ''),
    failedTries: original ? countFailedTries(operations, original.id) : 0,
    notTheCause: p.job.proofOutcome === 'not-cause',
    scannedAfter: vehicleScan?.kind === 'post' && vehicleScan.brokenOff === null
  };
}

/** A result of the job's own kind is there. */
export function isReached(ending: Omit<CloseFacts, 'personRole'>): boolean {
  const all = listEndings({ ...ending, personRole: 'trainee' });
  return all.some((e) => e.result !== 'ended' && e.missing === undefined);
}
