import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { requirePerson, respond } from '$lib/server/http/respond.ts';
import { checkNetwork } from '$lib/server/services/wiring/network-ready.ts';
import type { RequestHandler } from './$types';

/** The service of paid steps is asked whether a step could be begun now. */
export const POST: RequestHandler = async ({ params, locals }) => {
  const person = requirePerson(locals.person);
  if (!person.ok) return respond(person);
  return respond(
    await checkNetwork(deps(), person.value, { jobNumber: parseJobNumber(params.number) })
  );
};
