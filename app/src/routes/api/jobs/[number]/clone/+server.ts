import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { requirePerson, respond } from '$lib/server/http/respond.ts';
import { buildClone } from '$lib/server/services/build/build-clone.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params, locals }) => {
  const person = requirePerson(locals.person);
  return respond(
    person.ok ? await buildClone(deps(), person.value, parseJobNumber(params.number)) : person
  );
};
