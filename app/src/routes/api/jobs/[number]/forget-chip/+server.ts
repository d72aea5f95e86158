import { validateForgetChip } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { forgetChip } from '$lib/server/services/job/jobs.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateForgetChip, (person, { role }) =>
    forgetChip(deps(), person, { jobNumber: parseJobNumber(event.params.number), role })
  );
