import { deps } from '$lib/server/app-root.ts';
import { listJobsOfUnit } from '$lib/server/repositories/jobs.ts';
import { listUnits, searchUnits } from '$lib/server/repositories/units.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url, depends }) => {
  depends('badger:jobs');
  const { db } = deps();
  const text = (url.searchParams.get('q') ?? '').trim().slice(0, 60);
  const units = text === '' ? await listUnits(db) : await searchUnits(db, text, 100);
  return {
    text,
    units: await Promise.all(
      units.map(async (u) => ({
        tag: u.tag,
        family: u.familyId,
        chipId: u.chipId,
        place: u.place,
        jobs: await listJobsOfUnit(db, u.id)
      }))
    )
  };
};
