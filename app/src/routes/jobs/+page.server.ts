import { deps } from '$lib/server/app-root.ts';
import { parseSorting } from '$lib/sorting.ts';
import { JOB_SORTS } from '$lib/server/repositories/jobs.ts';
import { listJobLines } from '$lib/server/services/job/job-lines.ts';
import type { PageServerLoad } from './$types';

/** Jobs on one page of the list. */
const PAGE = 50;

export const load: PageServerLoad = async ({ depends, url }) => {
  depends('badger:jobs');
  const text = (url.searchParams.get('q') ?? '').trim().slice(0, 60);
  const page = Math.max(1, Number(url.searchParams.get('page')) || 1);
  const sorting = parseSorting(url.searchParams.get('sort'), JOB_SORTS);
  const { lines, total } = await listJobLines(deps(), {
    ...{ text, sorting },
    page: { limit: PAGE, offset: (page - 1) * PAGE }
  });
  return {
    jobs: lines,
    total,
    page,
    pages: Math.max(1, Math.ceil(total / PAGE)),
    text,
    sort: sorting ? url.searchParams.get('sort') : null,
    now: deps().clock.now()
  };
};
