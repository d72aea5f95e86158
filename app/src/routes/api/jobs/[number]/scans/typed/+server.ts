import { validateTypedScan } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { keepTypedScan } from '$lib/server/services/prove/scan-other.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateTypedScan, (person, body) =>
    keepTypedScan(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
