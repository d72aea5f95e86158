import { validateKitTick } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { tickCheck } from '$lib/server/services/kit/kit.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateKitTick, (person, body) =>
    tickCheck(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
