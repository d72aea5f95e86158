import { validatePlanMark } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { act } from '$lib/server/http/respond.ts';
import { markTask } from '$lib/server/services/plan/plan.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validatePlanMark, (person, body) => markTask(deps(), person, body));
