import { validateEnterCode } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { enterCode } from '$lib/server/services/safe/use-safe.ts';
import type { RequestHandler } from './$types';

/** A code that was bought from the maker goes into the safe. */
export const POST: RequestHandler = (event) =>
  act(event, validateEnterCode, (person, body) =>
    enterCode(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
