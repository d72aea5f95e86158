import { validateBuildClone } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { buildClone } from '$lib/server/services/build/build-clone.ts';
import type { RequestHandler } from './$types';

/** Builds what the job writes from what is trusted now. */
export const POST: RequestHandler = (event) =>
  act(event, validateBuildClone, (person, { order }) =>
    buildClone(deps(), person, { jobNumber: parseJobNumber(event.params.number), order })
  );
