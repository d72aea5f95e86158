import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { requirePerson, respond } from '$lib/server/http/respond.ts';
import { stopExercise } from '$lib/server/services/prove/exercise-unit.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ params, locals }) => {
  const person = requirePerson(locals.person);
  return respond(person.ok ? stopExercise(deps(), parseJobNumber(params.number)) : person);
};
