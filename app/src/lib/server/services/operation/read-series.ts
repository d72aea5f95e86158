import type { DrivenAccess } from '@badger/core/access/access';
import { sameRanges } from '@badger/core/image/range';
import { planNextRead } from '@badger/core/reads/next-read';
import { appendEvent } from '../../repositories/events.ts';
import { lockJob } from '../../repositories/jobs.ts';
import { loadJobView, type RegionView } from '../job/job-view.ts';
import { partOf, type Run } from './run.ts';

/** One read of a press that goes on until two agree. */
export interface SeriesStep {
  /** Reads made before this one. */
  readonly made: number;
  readonly clockHz: number | undefined;
}

/** The same access with the chip's clock lowered. */
export function atClock(access: DrivenAccess, clockHz: number | undefined): DrivenAccess {
  if (access.carrier !== 'chip' || clockHz === undefined) return access;
  return { ...access, chip: { ...access.chip, clockHz } };
}

/**
 * What follows a read of such a press: the next one, or undefined when it has ended. Its end goes into the record of the
 * job. A read that failed or was stopped ends it without a word of its own: the operation has said why.
 */
export async function planSeries(run: Run, step?: SeriesStep): Promise<SeriesStep | undefined> {
  const { deps, live, person, unit } = run;
  const { jobId, jobNumber, regionIds, role, access } = live.spec;
  if (live.state !== 'done' || live.signal.stopped || deps.bench.closing) return undefined;
  const view = await loadJobView(deps, jobNumber);
  const { ranges } = live.spec;
  const ofRegion = (r: RegionView) => r.region.id === regionIds[0];
  const region = ranges
    ? view?.secrets[role].find((s) => ofRegion(s) && sameRanges(s.ranges, ranges))
    : view?.regions[role].find(ofRegion);
  if (!region) return undefined;
  const made = (step?.made ?? 0) + 1;
  const clockHz = access.carrier === 'chip' ? access.chip.clockHz : undefined;
  const { verdict, agreement, trust } = region;
  const next = planNextRead({ verdict, agreement, made, carrier: access.carrier, clockHz, trust });
  if (next.type === 'again') return { made, clockHz: next.clockHz };
  const { code } = next.judgement;
  await deps.db.transaction(async (tx) => {
    await lockJob(tx, jobId);
    const data = {
      unit: unit.tag,
      role,
      region: region.region.id,
      reads: made,
      outcome: code,
      ...partOf(live.spec)
    };
    await appendEvent(tx, { jobId, person, kind: 'read.series', data });
  });
  deps.bench.hub.tell({ type: 'job', jobNumber });
  return undefined;
}
