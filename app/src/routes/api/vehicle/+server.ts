import { validateVehicleHands } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { act } from '$lib/server/http/respond.ts';
import { moveVehicle } from '$lib/server/services/simulator/hands.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateVehicleHands, (person, body) => moveVehicle(deps(), person, body));
