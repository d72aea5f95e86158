import { deps } from '$lib/server/app-root.ts';
import { listJobsWithSecrets } from '$lib/server/repositories/safe.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ depends }) => {
  depends('badger:jobs');
  return { jobs: await listJobsWithSecrets(deps().db) };
};
