import { validateNoteReturnStep } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { noteStep } from '$lib/server/services/return/note-step.ts';
import type { RequestHandler } from './$types';

/** What a person says of a step of the way back. */
export const POST: RequestHandler = (event) =>
  act(event, validateNoteReturnStep, (person, body) =>
    noteStep(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
