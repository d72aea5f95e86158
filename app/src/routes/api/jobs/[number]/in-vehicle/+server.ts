import { validateTellInVehicle } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { tellInVehicle } from '$lib/server/services/operation/tell-in-vehicle.ts';
import type { RequestHandler } from './$types';

/** How the unit does in its vehicle after a proven write. */
export const POST: RequestHandler = (event) =>
  act(event, validateTellInVehicle, (person, body) =>
    tellInVehicle(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
