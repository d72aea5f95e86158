import { redirect } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';

/** A job opens at the stop where the next thing is to be done. */
export const load: PageServerLoad = async ({ parent }) => {
  const { job } = await parent();
  redirect(303, `/jobs/${job.number}/${job.next.stage}`);
};
