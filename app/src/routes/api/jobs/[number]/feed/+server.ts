import { validateUnitFeed } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { sayWhoFeeds } from '$lib/server/services/operation/unit-feed.ts';
import type { RequestHandler } from './$types';

/** Who feeds a unit that stays installed. */
export const POST: RequestHandler = (event) =>
  act(event, validateUnitFeed, (person, body) =>
    sayWhoFeeds(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
