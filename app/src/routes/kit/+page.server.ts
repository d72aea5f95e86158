import { judgeItem } from '@badger/core/kit/readiness';
import { KIT_SORTS, sortKit } from '$lib/features/kit/kit.view.ts';
import { deps } from '$lib/server/app-root.ts';
import { listKit } from '$lib/server/repositories/kit.ts';
import { parseSorting } from '$lib/sorting.ts';
import { loadHarnessFacts } from '$lib/server/services/kit/harness.ts';
import { toKitItem } from '$lib/server/services/kit/kit.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ depends, url }) => {
  depends('badger:kit');
  // plugs are counted by the work of jobs
  depends('badger:jobs');
  const { db, profiles, bench, clock } = deps();
  const items = await listKit(db);
  const nowMs = clock.now().getTime();
  return {
    items: sortKit(
      items.map((row) => ({ row, judged: judgeItem(toKitItem(row), nowMs) })),
      parseSorting(url.searchParams.get('sort'), KIT_SORTS)
    ),
    families: [...profiles.keys()],
    harness: await loadHarnessFacts(deps()),
    stations: [...bench.stations.values()].map((s) => ({ id: s.row.id, name: s.row.name }))
  };
};
