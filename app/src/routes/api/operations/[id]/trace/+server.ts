import { fail } from '@badger/core/base/result';
import { deps } from '$lib/server/app-root.ts';
import { isId } from '$lib/server/http/ids.ts';
import { respond } from '$lib/server/http/respond.ts';
import { findTrace } from '$lib/server/repositories/operations.ts';
import type { RequestHandler } from './$types';

/** CAN frames of an operation as a candump log that free decoders read. */
export const GET: RequestHandler = async ({ params }) => {
  const trace = isId(params.id) ? await findTrace(deps().db, params.id) : undefined;
  if (!trace) return respond(fail('operation.id.unknown'));
  return new Response(trace.candump, {
    headers: {
      'content-type': 'text/plain; charset=utf-8',
      'content-disposition': `attachment; filename="operation-${params.id.slice(0, 8)}.log"`
    }
  });
};
