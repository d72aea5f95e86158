import { validateNewQuote } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { makeQuote } from '$lib/server/services/plan/accesses.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateNewQuote, (person, body) =>
    makeQuote(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
