import { validatePlace } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { act } from '$lib/server/http/respond.ts';
import { moveUnit } from '$lib/server/services/match/units.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validatePlace, (person, { place }) =>
    moveUnit(deps(), person, { tag: event.params.tag, place })
  );
