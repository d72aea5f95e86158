import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { requirePerson, respond } from '$lib/server/http/respond.ts';
import { stopWatch } from '$lib/server/services/return/watch-start.ts';
import type { RequestHandler } from './$types';

/** Ends the watch of a start. */
export const POST: RequestHandler = ({ params, locals }) => {
  const person = requirePerson(locals.person);
  return respond(
    person.ok ? stopWatch(deps(), person.value, parseJobNumber(params.number)) : person
  );
};
