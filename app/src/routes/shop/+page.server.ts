import { deps } from '$lib/server/app-root.ts';
import { listSkills } from '$lib/server/repositories/people.ts';
import { loadHours, loadPrices, loadShopRules } from '$lib/server/services/shop/shop-settings.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ depends }) => {
  depends('badger:kit');
  const { db, bench, profiles } = deps();
  const [people, prices, hours, rules] = await Promise.all([
    listSkills(db),
    loadPrices(db),
    loadHours(db),
    loadShopRules(db)
  ]);
  return {
    people,
    prices,
    hours,
    rules,
    families: [...profiles.keys()],
    stations: [...bench.stations.values()].map((s) => ({ ...s.row, idn: s.supply.idn }))
  };
};
