import { deskFamilyOf } from '$lib/features/dump/families.ts';
import { deps } from '$lib/server/app-root.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => ({
  families: [...deps().profiles.values()].map(deskFamilyOf).filter((f) => f.regions.length > 0)
});
