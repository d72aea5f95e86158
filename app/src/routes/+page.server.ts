import { hideNames } from '$lib/initials.ts';
import { deps } from '$lib/server/app-root.ts';
import { listJobLines } from '$lib/server/services/job/job-lines.ts';
import { loadPlan } from '$lib/server/services/plan/plan.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ depends, locals }) => {
  depends('badger:jobs', 'badger:kit');
  const { lines, total } = await listJobLines(deps(), {
    openOnly: true,
    page: { limit: 60, offset: 0 }
  });
  // planning takes a moment: the page does not wait for it
  const planned = loadPlan(deps()).catch((error: unknown) => {
    deps().log.error({ error: String(error).slice(0, 300) }, 'no plan');
    return undefined;
  });
  const now = deps().clock.now();
  if (locals.person) return { jobs: lines, total, now, plan: planned };
  // nobody has signed in: whoever walks past sees initials of a customer, and nothing of a vehicle's identity
  const hide = <T>(data: T, jobs: readonly { readonly customer: string }[]): T =>
    hideNames(data, new Set(jobs.map((job) => job.customer)));
  return {
    jobs: hide(lines, lines).map((line) => ({ ...line, vinEnd: '' })),
    total,
    now,
    plan: planned.then(
      (plan) =>
        plan &&
        hideNames(
          hide(plan, plan.jobs),
          new Set(plan.lanes.map((l) => (l.kind === 'person' ? l.name : '')))
        )
    )
  };
};
