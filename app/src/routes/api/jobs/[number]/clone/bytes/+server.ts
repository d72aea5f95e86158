import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { problemResponse, requirePerson, respond } from '$lib/server/http/respond.ts';
import { seeCloneBytes } from '$lib/server/services/build/see-bytes.ts';
import type { RequestHandler } from './$types';

/** A page of the built image, security data left out. */
export const GET: RequestHandler = async ({ params, locals, url }) => {
  const person = requirePerson(locals.person);
  if (!person.ok) return problemResponse(person.problem);
  return respond(
    await seeCloneBytes(deps(), person.value, {
      jobNumber: parseJobNumber(params.number),
      regionId: url.searchParams.get('region') ?? '',
      start: Number(url.searchParams.get('start') ?? Number.NaN)
    })
  );
};
