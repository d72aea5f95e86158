import { error } from '@sveltejs/kit';
import { deps } from '$lib/server/app-root.ts';
import { findProfileDocument } from '$lib/server/repositories/profiles.ts';
import type { RequestHandler } from './$types';

/** The profile as open JSON, as it was loaded. */
export const GET: RequestHandler = async ({ params }) => {
  const profile = deps().profiles.get(params.id);
  const document = profile && (await findProfileDocument(deps().db, profile.id, profile.version));
  if (!document) error(404, { message: `There is no profile for ${params.id}.` });
  return new Response(JSON.stringify(document, null, 2), {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename="${params.id.toLowerCase()}.json"`
    }
  });
};
