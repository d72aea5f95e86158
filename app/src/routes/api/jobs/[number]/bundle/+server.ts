import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { requirePerson, respond } from '$lib/server/http/respond.ts';
import { exportBundle } from '$lib/server/services/papers/export-bundle.ts';
import type { RequestHandler } from './$types';

/** A job as a zip that another shop can open and hold against itself. */
export const GET: RequestHandler = async ({ params, url, locals }) => {
  const person = requirePerson(locals.person);
  if (!person.ok) return respond(person);
  const jobNumber = parseJobNumber(params.number);
  const bundle = await exportBundle(deps(), person.value, { jobNumber, origin: url.origin });
  if (!bundle.ok) return respond(bundle);
  return new Response(bundle.value.stream, {
    headers: {
      'content-type': 'application/zip',
      'cache-control': 'no-store',
      'content-disposition': `attachment; filename="${bundle.value.name}"`
    }
  });
};
