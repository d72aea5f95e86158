import { validateOwnSupply } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { act } from '$lib/server/http/respond.ts';
import { useSupply } from '$lib/server/services/kit/station-supply.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateOwnSupply, (person, body) =>
    useSupply(deps(), person, { stationId: event.params.id, ...body })
  );
