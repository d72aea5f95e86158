import { validateConnectionTick } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { tickWires } from '$lib/server/services/wiring/connect.ts';
import type { RequestHandler } from './$types';

/** Wires that are on, or off again. */
export const POST: RequestHandler = (event) =>
  act(event, validateConnectionTick, (person, body) =>
    tickWires(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
