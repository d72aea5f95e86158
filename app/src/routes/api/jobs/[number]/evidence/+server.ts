import { validateEvidence } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { measureNow } from '$lib/server/services/wiring/likely-causes.ts';
import type { RequestHandler } from './$types';

/** What supply and sense lines show now is kept. */
export const POST: RequestHandler = (event) =>
  act(event, validateEvidence, (person, body) =>
    measureNow(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
