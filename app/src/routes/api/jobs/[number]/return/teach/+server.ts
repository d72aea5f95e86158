import { validateDoAtVehicle } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { act } from '$lib/server/http/respond.ts';
import { doAtVehicle } from '$lib/server/services/return/do-at-vehicle.ts';
import type { RequestHandler } from './$types';

/** Does one thing with a unit in the vehicle. */
export const POST: RequestHandler = (event) =>
  act(event, validateDoAtVehicle, (person, body) =>
    doAtVehicle(deps(), person, { jobNumber: parseJobNumber(event.params.number), ...body })
  );
