import { fail } from '@badger/core/base/result';
import { deps } from '$lib/server/app-root.ts';
import { isId } from '$lib/server/http/ids.ts';
import { requirePerson, respond } from '$lib/server/http/respond.ts';
import { seePhoto } from '$lib/server/services/reads/downloads.ts';
import type { RequestHandler } from './$types';

const SIZES = ['original', 'large', 'small'] as const;

/** A kept photo: `?size=small|large|original`. The original is offered as a download. */
export const GET: RequestHandler = async ({ params, url, locals }) => {
  const person = requirePerson(locals.person);
  if (!person.ok) return respond(person);
  if (!isId(params.id)) return respond(fail('photo.id.unknown'));
  const size = SIZES.find((s) => s === url.searchParams.get('size')) ?? 'large';
  const seen = await seePhoto(deps(), person.value, { id: params.id, size });
  if (!seen.ok) return respond(seen);
  const name = seen.value.fileName.replaceAll(/[^\w.-]/g, '_');
  return new Response(Uint8Array.from(seen.value.bytes), {
    headers: {
      'content-type': seen.value.mediaType,
      // papers are not left behind in a browser that others use
      'cache-control':
        seen.value.kind === 'proof' ? 'no-store' : 'private, max-age=31536000, immutable',
      ...(size === 'original' ? { 'content-disposition': `attachment; filename="${name}"` } : {})
    }
  });
};
