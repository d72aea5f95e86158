import { validateLeaveOutSteps } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { leaveOutSteps } from '$lib/server/services/return/leave-out.ts';
import type { RequestHandler } from './$types';

/** Every step that is open is left out, with one reason. */
export const POST: RequestHandler = (event) =>
  act(event, validateLeaveOutSteps, (person, { note }) =>
    leaveOutSteps(deps(), person, { jobNumber: parseJobNumber(event.params.number), note })
  );
