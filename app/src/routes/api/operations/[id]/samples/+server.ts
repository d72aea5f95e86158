import { json } from '@sveltejs/kit';
import { deps } from '$lib/server/app-root.ts';
import { isId } from '$lib/server/http/ids.ts';
import { listSamples } from '$lib/server/repositories/operations.ts';
import type { RequestHandler } from './$types';

/** Supply samples of an operation: from memory while it runs, from the database afterwards. */
export const GET: RequestHandler = async ({ params }) => {
  if (!isId(params.id)) return json([], { status: 404 });
  const live = [...deps().bench.running.values()].find((o) => o.spec.id === params.id);
  return json(live ? live.samples : await listSamples(deps().db, params.id));
};
