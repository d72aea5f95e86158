import { validateCloneConsent } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { consentToImage } from '$lib/server/services/build/change-source.ts';
import type { RequestHandler } from './$types';

/** A lead lets an image be written although nobody knows how it is checked, with a written reason. */
export const POST: RequestHandler = (event) =>
  act(event, validateCloneConsent, (person, body) =>
    consentToImage(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
