import { deps } from '$lib/server/app-root.ts';
import { listJobLines } from '$lib/server/services/job-lines.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ depends }) => {
  depends('badger:jobs');
  return { jobs: await listJobLines(deps(), { openOnly: true }), now: new Date() };
};
