import { deps } from '$lib/server/app-root.ts';
import { listOpenJobs } from '$lib/server/services/job/open-jobs.ts';
import type { PageServerLoad } from './$types';

/** Jobs that figures can be sent to. */
export const load: PageServerLoad = async () => ({ jobs: await listOpenJobs(deps()) });
