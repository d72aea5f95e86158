import { validateUnitFacts } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { act } from '$lib/server/http/respond.ts';
import { recordFacts } from '$lib/server/services/match/stock.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateUnitFacts, (person, body) =>
    recordFacts(deps(), person, { tag: event.params.tag, ...body })
  );
