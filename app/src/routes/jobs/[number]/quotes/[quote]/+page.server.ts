import { error } from '@sveltejs/kit';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { listQuotes } from '$lib/server/repositories/choices.ts';
import { findJob } from '$lib/server/repositories/jobs.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const { db } = deps();
  const job = await findJob(db, parseJobNumber(params.number));
  const quote =
    job && (await listQuotes(db, job.id)).find((q) => q.number === Number(params.quote));
  if (!job || !quote) error(404, { message: 'There is no such quote.' });
  return {
    quote,
    job: {
      number: job.number,
      customer: job.customer,
      vehicle: job.vehicle,
      vin: job.vin,
      complaint: job.complaint
    }
  };
};
