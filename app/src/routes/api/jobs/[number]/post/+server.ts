import { validateMakePostLink } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { makePostLink } from '$lib/server/services/post/post-link.ts';
import type { RequestHandler } from './$types';

/** A link by which whoever fits the unit tells how it went. */
export const POST: RequestHandler = (event) =>
  act(event, validateMakePostLink, (person, { days }) =>
    makePostLink(deps(), person, { jobNumber: parseJobNumber(event.params.number), days })
  );
