import { validateNewJob } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { act } from '$lib/server/http/respond.ts';
import { takeIn } from '$lib/server/services/job/intake.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateNewJob, (person, body) => takeIn(deps(), person, body));
