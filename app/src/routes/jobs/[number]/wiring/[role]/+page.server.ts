import { error } from '@sveltejs/kit';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { loadJobView } from '$lib/server/services/job/job-view.ts';
import { describeWiring } from '$lib/server/services/wiring/describe-wiring.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const view = await loadJobView(deps(), parseJobNumber(params.number));
  const wiring = view && describeWiring(deps(), view).find((w) => w.role === params.role);
  if (!view || !wiring) error(404, { message: 'There is no such unit to connect.' });
  const { number, customer, vehicle, vin } = view.job;
  return { wiring, job: { number, customer, vehicle, vin } };
};
