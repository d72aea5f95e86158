import { deps } from '$lib/server/app-root.ts';
import { listJobLines } from '$lib/server/services/job-lines.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ depends, url }) => {
  depends('badger:jobs');
  const text = (url.searchParams.get('q') ?? '').trim().slice(0, 60);
  return { jobs: await listJobLines(deps(), { text }), text, now: new Date() };
};
