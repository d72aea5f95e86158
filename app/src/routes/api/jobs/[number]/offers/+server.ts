import { validateOffer } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { recordOffer } from '$lib/server/services/match/match.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateOffer, (person, body) =>
    recordOffer(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
