import { validateRecordedAccess } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { recordAccess } from '$lib/server/services/prove/prove.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateRecordedAccess, (person, body) =>
    recordAccess(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
