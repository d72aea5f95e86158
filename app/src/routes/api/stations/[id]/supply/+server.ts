import { validateSupply } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { act } from '$lib/server/http/respond.ts';
import { setSupply } from '$lib/server/services/operation/set-supply.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateSupply, (person, settings) =>
    setSupply(deps(), person, { stationId: event.params.id, settings })
  );
