import { validateChooseStation } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { scanBench } from '$lib/server/services/prove/scan-other.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateChooseStation, (person, body) =>
    scanBench(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
