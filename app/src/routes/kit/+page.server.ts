import { judgeItem } from '@badger/core/kit/readiness';
import { deps } from '$lib/server/app-root.ts';
import { listKit } from '$lib/server/repositories/kit.ts';
import { toKitItem } from '$lib/server/services/kit.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ depends }) => {
  depends('badger:kit');
  // plugs are counted by the work of jobs
  depends('badger:jobs');
  const { db, profiles, bench, clock } = deps();
  const items = await listKit(db);
  const nowMs = clock.now().getTime();
  return {
    items: items.map((row) => ({ row, judged: judgeItem(toKitItem(row), nowMs) })),
    families: [...profiles.keys()],
    stations: [...bench.stations.values()].map((s) => ({ id: s.row.id, name: s.row.name }))
  };
};
