import { error } from '@sveltejs/kit';
import { findStop } from '@badger/core/gates/stops';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { loadStopExtras } from '$lib/server/services/stop-extras.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, depends }) => {
  const stop = findStop(params.stop);
  if (!stop) error(404, { message: 'There is no such stop.' });
  const number = parseJobNumber(params.number);
  depends(`badger:job:${number}`, 'badger:kit');
  return { stop, ...(await loadStopExtras(deps(), { number, stop })) };
};
