import { deps } from '$lib/server/app-root.ts';
import { listPeople } from '$lib/server/repositories/people.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => {
  const { db, bench } = deps();
  return {
    people: await listPeople(db),
    stations: [...bench.stations.values()].map((s) => ({ ...s.row, idn: s.supply.idn }))
  };
};
