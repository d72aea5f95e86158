import { validateStartScan } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { startScan } from '$lib/server/services/prove/scan-vehicle.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateStartScan, (person, body) =>
    startScan(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
