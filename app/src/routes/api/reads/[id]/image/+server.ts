import { fail } from '@badger/core/base/result';
import { deps } from '$lib/server/app-root.ts';
import { isId } from '$lib/server/http/ids.ts';
import { requirePerson, respond } from '$lib/server/http/respond.ts';
import { takeOutRead } from '$lib/server/services/reads/downloads.ts';
import type { RequestHandler } from './$types';

/** The bytes of a kept read. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const person = requirePerson(locals.person);
  if (!person.ok) return respond(person);
  if (!isId(params.id)) return respond(fail('read.id.unknown'));
  const taken = await takeOutRead(deps(), person.value, params.id);
  if (!taken.ok) return respond(taken);
  const { read, bytes } = taken.value;
  return new Response(bytes as Uint8Array<ArrayBuffer>, {
    headers: {
      'content-type': 'application/octet-stream',
      'content-disposition': `attachment; filename="${read.name}"`,
      'x-sha256': read.sha256
    }
  });
};
