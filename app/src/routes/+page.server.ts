import { deps } from '$lib/server/app-root.ts';
import { listJobLines } from '$lib/server/services/job-lines.ts';
import { loadPlan } from '$lib/server/services/plan.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ depends }) => {
  depends('badger:jobs', 'badger:kit');
  const { lines, total } = await listJobLines(deps(), {
    openOnly: true,
    page: { limit: 60, offset: 0 }
  });
  // planning takes a moment: the page does not wait for it
  const plan = loadPlan(deps()).catch((error: unknown) => {
    deps().log.error({ error: String(error).slice(0, 300) }, 'no plan');
    return undefined;
  });
  return { jobs: lines, total, now: deps().clock.now(), plan };
};
