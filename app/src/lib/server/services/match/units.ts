import { fail, ok, type Result } from '@badger/core/base/result';
import { checkRight } from '@badger/core/rights/rights';
import type { Deps } from '../../deps.ts';
import { listPhotos } from '../../repositories/arrive.ts';
import { appendEvent } from '../../repositories/events.ts';
import { findJob } from '../../repositories/jobs.ts';
import { listJobsOfUnit } from '../../repositories/job-units.ts';
import type { Person } from '../../repositories/people.ts';
import { listReadsOfUnit } from '../../repositories/reads.ts';
import { findUnitByTag, setPlace } from '../../repositories/units.ts';

/** Everything that the shop knows of one unit, in whatever job it served; undefined when the tag is unknown. */
export async function loadUnit(deps: Deps, tag: string) {
  const unit = await findUnitByTag(deps.db, tag);
  if (!unit) return undefined;
  const [jobs, photos, reads] = await Promise.all([
    listJobsOfUnit(deps.db, unit.id),
    listPhotos(deps.db, { unitId: unit.id }),
    listReadsOfUnit(deps.db, unit.id)
  ]);
  const profile = deps.profiles.get(unit.familyId);
  return { unit, jobs, photos, reads, profile };
}

/** Puts a unit somewhere else. Errors: `unit.tag.unknown`. Open jobs that it serves in are told. */
export async function moveUnit(
  deps: Deps,
  person: Person,
  { tag, place }: { tag: string; place: string }
): Promise<Result<true>> {
  const may = checkRight(person.role, 'unit.move');
  if (!may.ok) return may;
  const unit = await findUnitByTag(deps.db, tag);
  if (!unit) return fail('unit.tag.unknown', { tag });
  const open = (await listJobsOfUnit(deps.db, unit.id)).filter((j) => !j.closedAt);
  await deps.db.transaction(async (tx) => {
    await setPlace(tx, unit.id, place.trim());
    for (const { jobNumber } of open) {
      const job = await findJob(tx, jobNumber);
      if (job)
        await appendEvent(tx, {
          jobId: job.id,
          person,
          kind: 'unit.moved',
          data: { unit: tag, place: place.trim() }
        });
    }
  });
  deps.bench.hub.tell({ type: 'unit', tag });
  for (const { jobNumber } of open) deps.bench.hub.tell({ type: 'job', jobNumber });
  return ok(true);
}
