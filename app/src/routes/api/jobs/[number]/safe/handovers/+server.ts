import { validateHandOver } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act, unkept } from '$lib/server/http/respond.ts';
import { handOverSecrets } from '$lib/server/services/safe/use-safe.ts';
import type { RequestHandler } from './$types';

/** Security data is handed over to somebody by name, who signs for it. */
export const POST: RequestHandler = async (event) =>
  unkept(
    await act(event, validateHandOver, (person, body) =>
      handOverSecrets(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
    )
  );
