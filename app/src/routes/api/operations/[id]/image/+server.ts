import { deps } from '$lib/server/app-root.ts';
import { requirePerson, respond } from '$lib/server/http/respond.ts';
import { offerUnstored } from '$lib/server/services/reads/unsaved.ts';
import type { RequestHandler } from './$types';

/** The bytes of a finished read that the database has not taken yet. */
export const GET: RequestHandler = ({ params, locals }) => {
  const person = requirePerson(locals.person);
  if (!person.ok) return respond(person);
  const offered = offerUnstored(deps(), person.value, params.id);
  if (!offered.ok) return respond(offered);
  return new Response(offered.value.bytes as Uint8Array<ArrayBuffer>, {
    headers: {
      'content-type': 'application/octet-stream',
      'content-disposition': `attachment; filename="${offered.value.name}"`
    }
  });
};
