import { fail, ok, type Result } from '@badger/core/base/result';
import { asksWhoFeeds } from '@badger/core/access/access';
import type { UnitFeed as SetFeed } from '../../../schema/requests.ts';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import { setUnitFeed } from '../../repositories/job-units.ts';
import type { Person } from '../../repositories/people.ts';
import { actOnView, hasRunningWork } from '../job/act-on-job.ts';
import { sideOf } from '../job/job-sides.ts';

/**
 * Says who feeds a unit that is wired at its connector while it stays installed; where the vehicle does, with what was measured at
 * the unit. Errors: those of {@link actOnView}, `job.work.running`, `upload.unit.none`, `feed.access.needless` (only the bench can
 * feed it this way).
 */
export async function sayWhoFeeds(
  deps: Deps,
  person: Person,
  { jobNumber, role, by, measuredMv }: { jobNumber: number } & SetFeed
): Promise<Result<true>> {
  const act = { person, jobNumber, right: 'bench.operate' } as const;
  return actOnView<true>(deps, act, async (tx, view) => {
    if (hasRunningWork(view)) return fail('job.work.running');
    const unit = view.units[role];
    if (!unit) return fail('upload.unit.none', { role });
    if (!asksWhoFeeds(sideOf(deps, view, role).access)) return fail('feed.access.needless');
    const fedMv = by === 'vehicle' ? (measuredMv ?? null) : null;
    await setUnitFeed(
      tx,
      { jobId: view.job.id, role },
      { fedBy: by, fedMv, fedAt: deps.clock.now() }
    );
    await appendEvent(tx, {
      jobId: view.job.id,
      person,
      kind: 'unit.fed',
      data: { unit: unit.tag, role, by, ...(fedMv === null ? {} : { measuredMv: fedMv }) }
    });
    return ok(true);
  });
}
