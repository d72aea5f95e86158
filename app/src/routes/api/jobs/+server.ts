import { validateNewJob } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { act } from '$lib/server/http/respond.ts';
import { createJob } from '$lib/server/services/jobs.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = (event) =>
  act(event, validateNewJob, async (person, body) => {
    const made = await createJob(deps(), person, body);
    return made.ok ? { ok: true as const, value: { number: made.value } } : made;
  });
