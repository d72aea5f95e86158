import { validateConnectionBegin } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { beginConnection } from '$lib/server/services/wiring/connect.ts';
import type { RequestHandler } from './$types';

/** A unit begins to be connected. */
export const POST: RequestHandler = (event) =>
  act(event, validateConnectionBegin, (person, body) =>
    beginConnection(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
