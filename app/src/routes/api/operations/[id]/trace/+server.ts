import { json } from '@sveltejs/kit';
import { fail } from '@badger/core/base/result';
import { deps } from '$lib/server/app-root.ts';
import { isId } from '$lib/server/http/ids.ts';
import { requirePerson, respond } from '$lib/server/http/respond.ts';
import { takeOutTrace } from '$lib/server/services/reads/downloads.ts';
import type { RequestHandler } from './$types';

/**
 * CAN frames of an operation as a candump log that free decoders read. Where none went (an Ethernet cable, a chip programmer), its
 * messages as JSON.
 */
export const GET: RequestHandler = async ({ params, locals }) => {
  const person = requirePerson(locals.person);
  if (!person.ok) return respond(person);
  if (!isId(params.id)) return respond(fail('operation.id.unknown'));
  const taken = await takeOutTrace(deps(), person.value, params.id);
  if (!taken.ok) return respond(taken);
  const { candump, lines } = taken.value;
  if (candump === '') return json(lines);
  return new Response(candump, {
    headers: {
      'content-type': 'text/plain; charset=utf-8',
      'content-disposition': `attachment; filename="operation-${params.id.slice(0, 8)}.log"`
    }
  });
};
