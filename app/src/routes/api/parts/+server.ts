import { deps } from '$lib/server/app-root.ts';
import { respond } from '$lib/server/http/respond.ts';
import { lookUpParts } from '$lib/server/services/match/parts.ts';
import type { RequestHandler } from './$types';

/** What the parts service says, or said, about a hardware number or a VIN. */
export const GET: RequestHandler = async ({ url }) => {
  const kind = url.searchParams.get('kind') === 'vin' ? 'vin' : 'number';
  const key = url.searchParams.get('key') ?? '';
  const fresh = url.searchParams.get('fresh') === '1';
  return respond(await lookUpParts(deps(), { kind, key, fresh }));
};
