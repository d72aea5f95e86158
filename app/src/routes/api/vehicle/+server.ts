import { validateSimulatedVehicle } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { act } from '$lib/server/http/respond.ts';
import { moveSimulatedVehicle } from '$lib/server/services/simulator/simulator.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateSimulatedVehicle, (person, body) =>
    moveSimulatedVehicle(deps(), person, body)
  );
