import { json } from '@sveltejs/kit';
import { thinTrace } from '@badger/core/supply/thin-trace';
import { deps } from '$lib/server/app-root.ts';
import { isId } from '$lib/server/http/ids.ts';
import { listSamples } from '$lib/server/repositories/operations.ts';
import type { RequestHandler } from './$types';

/** A trace is drawn with fewer. */
const MOST_POINTS = 2400;

/** Supply samples of an operation, thinned without losing a peak: from memory while it runs, from the database afterwards. */
export const GET: RequestHandler = async ({ params }) => {
  if (!isId(params.id)) return json([], { status: 404 });
  const live = [...deps().bench.running.values()].find((o) => o.spec.id === params.id);
  const samples = live ? live.samples : await listSamples(deps().db, params.id);
  return json(thinTrace(samples, MOST_POINTS));
};
