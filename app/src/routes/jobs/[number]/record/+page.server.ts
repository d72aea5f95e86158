import { error } from '@sveltejs/kit';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { findBrokenEvent, listEvents } from '$lib/server/repositories/events.ts';
import { findJob } from '$lib/server/repositories/jobs.ts';
import { buildJobView } from '$lib/server/services/job/job-view.ts';
import { describeReturn } from '$lib/server/services/return/view-return.ts';
import { describeWrites } from '$lib/server/services/job/describe-writes.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, depends }) => {
  const { db } = deps();
  const job = await findJob(db, parseJobNumber(params.number));
  if (!job) error(404, { message: `There is no job ${params.number}.` });
  depends(`badger:job:${job.number}`);
  const events = await listEvents(db, job.id);
  return {
    events: events.map((e) => ({
      seq: e.seq,
      at: e.at,
      person: e.personName,
      kind: e.kind,
      data: e.data,
      hash: e.hash
    })),
    writes: await describeWrites(db, job.id),
    wayBack: describeReturn(deps(), await buildJobView(deps(), job)).steps,
    brokenAt: await findBrokenEvent(db, job.id),
    printedAt: deps().clock.now()
  };
};
