import { validateCauseFinding } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { keepFinding } from '$lib/server/services/wiring/likely-causes.ts';
import type { RequestHandler } from './$types';

/** A cause was the one, or was not. */
export const POST: RequestHandler = (event) =>
  act(event, validateCauseFinding, (person, body) =>
    keepFinding(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
