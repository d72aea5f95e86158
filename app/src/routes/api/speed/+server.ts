import { validateSpeed } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { act } from '$lib/server/http/respond.ts';
import { setWorldSpeed } from '$lib/server/services/simulator/simulator.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateSpeed, (_person, { factor }) => setWorldSpeed(deps(), factor));
