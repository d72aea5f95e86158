import { deps } from '$lib/server/app-root.ts';
import { listCustomers } from '$lib/server/repositories/jobs.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => ({
  families: [...deps().profiles.values()].map((p) => ({
    id: p.id,
    title: `${p.make}, ${p.kind}`
  })),
  customers: await listCustomers(deps().db),
  now: deps().clock.now()
});
