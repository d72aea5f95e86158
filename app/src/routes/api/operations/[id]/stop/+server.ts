import { deps } from '$lib/server/app-root.ts';
import { requirePerson, respond } from '$lib/server/http/respond.ts';
import { stopOperation } from '$lib/server/services/operation/start-operation.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ locals, params }) => {
  const person = requirePerson(locals.person);
  return respond(person.ok ? stopOperation(deps(), person.value, params.id) : person);
};
