import { fail } from '@badger/core/base/result';
import { validateLookAtSecret } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { isId } from '$lib/server/http/ids.ts';
import {
  problemResponse,
  readBody,
  requirePerson,
  respond,
  unkept
} from '$lib/server/http/respond.ts';
import { takeOutRead } from '$lib/server/services/reads/take-out-read.ts';
import type { RequestHandler } from './$types';

/** The bytes of a kept read; security data is left out. */
export const GET: RequestHandler = async ({ params, locals }) => answer(params.id, locals);

/** The same with its security data, for a reason. */
export const POST: RequestHandler = async ({ params, locals, request }) => {
  const body = await readBody(request, validateLookAtSecret);
  return body.ok
    ? unkept(await answer(params.id, locals, body.value.reason))
    : problemResponse(body.problem);
};

async function answer(id: string, locals: App.Locals, reason?: string): Promise<Response> {
  const person = requirePerson(locals.person);
  if (!person.ok) return respond(person);
  if (!isId(id)) return respond(fail('read.id.unknown'));
  const taken = await takeOutRead(deps(), person.value, { readId: id, reason });
  if (!taken.ok) return respond(taken);
  const { name, bytes, sha256 } = taken.value;
  return new Response(bytes as Uint8Array<ArrayBuffer>, {
    headers: {
      'content-type': 'application/octet-stream',
      'content-disposition': `attachment; filename="${name}"`,
      'x-sha256': sha256
    }
  });
}
