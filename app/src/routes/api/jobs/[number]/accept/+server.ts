import { validateAcceptReads } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { acceptReads } from '$lib/server/services/reads/accept-reads.ts';
import type { RequestHandler } from './$types';

/** A lead takes a content although its reads are not trusted, with a written reason. */
export const POST: RequestHandler = (event) =>
  act(event, validateAcceptReads, (person, body) =>
    acceptReads(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
