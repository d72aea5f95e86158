import { error } from '@sveltejs/kit';
import { findStage } from '@badger/core/job/stages';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { loadStageExtras } from '$lib/server/services/job/stage-loaders.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, depends }) => {
  const stage = findStage(params.stage);
  if (!stage) error(404, { message: 'There is no such stage.' });
  const number = parseJobNumber(params.number);
  depends(`badger:job:${number}`, 'badger:kit');
  return { stage, ...(await loadStageExtras(deps(), { number, stage })) };
};
