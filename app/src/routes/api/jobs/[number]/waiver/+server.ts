import { validateWaiver } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { waiveBackup } from '$lib/server/services/job/jobs.ts';
import type { RequestHandler } from './$types';

/** A lead goes on without the donor's backup; an empty reason takes it back. */
export const POST: RequestHandler = (event) =>
  act(event, validateWaiver, (person, body) =>
    waiveBackup(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
