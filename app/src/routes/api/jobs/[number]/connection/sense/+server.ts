import { validateConnectionSense } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { sensePair } from '$lib/server/services/wiring/connect.ts';
import type { RequestHandler } from './$types';

/** The pair is measured over the sense lines. */
export const POST: RequestHandler = (event) =>
  act(event, validateConnectionSense, (person, body) =>
    sensePair(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
