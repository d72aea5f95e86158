import { validateAccessChoice } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { chooseAccess } from '$lib/server/services/plan/accesses.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateAccessChoice, (person, body) =>
    chooseAccess(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
