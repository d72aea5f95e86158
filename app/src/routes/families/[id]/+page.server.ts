import { error } from '@sveltejs/kit';
import { deps } from '$lib/server/app-root.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
  const profile = deps().profiles.get(params.id);
  if (!profile) error(404, { message: `There is no profile for ${params.id}.` });
  return { profile };
};
