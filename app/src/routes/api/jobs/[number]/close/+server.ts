import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { requirePerson, respond } from '$lib/server/http/respond.ts';
import { finishJob } from '$lib/server/services/jobs.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params, locals }) => {
  const person = requirePerson(locals.person);
  return respond(
    person.ok ? await finishJob(deps(), person.value, parseJobNumber(params.number)) : person
  );
};
