import { validateSourceChange } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { changeSource } from '$lib/server/services/build/change-source.ts';
import type { RequestHandler } from './$types';

/** A person takes bytes from elsewhere than the family says, and why. */
export const POST: RequestHandler = (event) =>
  act(event, validateSourceChange, (person, body) =>
    changeSource(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
