import { error } from '@sveltejs/kit';
import { findStop } from '@badger/core/gates/stops';
import type { PageLoad } from './$types';

export const load: PageLoad = ({ params }) => {
  const stop = findStop(params.stop);
  if (!stop) error(404, { message: 'There is no such stop.' });
  return { stop };
};
