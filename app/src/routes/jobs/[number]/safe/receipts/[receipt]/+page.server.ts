import { error } from '@sveltejs/kit';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { findJob } from '$lib/server/repositories/jobs.ts';
import { listHandovers } from '$lib/server/repositories/safe.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const { db } = deps();
  const job = await findJob(db, parseJobNumber(params.number));
  const all = job ? await listHandovers(db, job.id) : [];
  const receipt = all.find((h) => String(h.number) === params.receipt);
  if (!receipt) error(404, { message: `There is no receipt ${params.receipt}.` });
  return { receipt };
};
