import { validateDeskValue } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { keepDeskValue } from '$lib/server/services/wiring/desk.ts';
import type { RequestHandler } from './$types';

/** Figures of the power desk are kept with the job. */
export const POST: RequestHandler = (event) =>
  act(event, validateDeskValue, (person, body) =>
    keepDeskValue(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
