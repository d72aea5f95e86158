import { error } from '@sveltejs/kit';
import { deps } from '$lib/server/app-root.ts';
import { focusStation } from '$lib/server/services/job/focus-station.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { describeJob } from '$lib/server/services/job/describe-job.ts';
import { loadJobView } from '$lib/server/services/job/job-view.ts';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ params, depends, locals }) => {
  const number = parseJobNumber(params.number);
  depends(`badger:job:${number}`);
  const view = await loadJobView(deps(), number);
  if (!view) error(404, { message: `There is no job ${params.number}.` });
  const job = describeJob(deps(), view, locals.person?.role ?? 'desk');
  const station = focusStation(deps(), job) ?? null;
  return { job, focusStation: station };
};
