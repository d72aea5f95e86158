import { validateRequestFile } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { requestFile } from '$lib/server/services/build/request-file.ts';
import type { RequestHandler } from './$types';

/** Asks the file service for a file for a region of the unit itself. */
export const POST: RequestHandler = (event) =>
  act(event, validateRequestFile, (person, body) =>
    requestFile(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
