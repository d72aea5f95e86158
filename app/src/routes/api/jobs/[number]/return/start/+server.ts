import { validateWatchStart } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { watchStart } from '$lib/server/services/return/watch-start.ts';
import type { RequestHandler } from './$types';

/** Watches the engine being started. */
export const POST: RequestHandler = (event) =>
  act(event, validateWatchStart, (person, body) =>
    watchStart(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
