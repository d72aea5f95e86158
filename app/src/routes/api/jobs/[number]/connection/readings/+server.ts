import { validateConnectionMeasure } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { keepReading } from '$lib/server/services/wiring/connect.ts';
import type { RequestHandler } from './$types';

/** What a meter showed with the power off. */
export const POST: RequestHandler = (event) =>
  act(event, validateConnectionMeasure, (person, body) =>
    keepReading(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
