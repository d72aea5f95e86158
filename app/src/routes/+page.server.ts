import { deps } from '$lib/server/app-root.ts';
import { listJobLines } from '$lib/server/services/job-lines.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ depends }) => {
  depends('badger:jobs');
  const { lines, total } = await listJobLines(deps(), {
    openOnly: true,
    page: { limit: 60, offset: 0 }
  });
  return { jobs: lines, total, now: new Date() };
};
