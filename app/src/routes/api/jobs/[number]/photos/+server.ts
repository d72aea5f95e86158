import { fail } from '@badger/core/base/result';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { requirePerson, respond } from '$lib/server/http/respond.ts';
import { keepPhoto, MAX_PHOTO_BYTES, PHOTO_KINDS } from '$lib/server/services/job/photos.ts';
import type { RequestHandler } from './$types';

/** Takes a photo as raw bytes: `?kind=&unit=&name=`. */
export const POST: RequestHandler = async ({ request, url, params, locals }) => {
  const person = requirePerson(locals.person);
  if (!person.ok) return respond(person);
  const declared = Number(request.headers.get('content-length') ?? 0);
  if (declared > MAX_PHOTO_BYTES)
    return respond(fail('photo.size.huge', { found: declared, most: MAX_PHOTO_BYTES }));
  const kind = PHOTO_KINDS.find((k) => k === url.searchParams.get('kind')) ?? 'other';
  return respond(
    await keepPhoto(deps(), person.value, {
      jobNumber: parseJobNumber(params.number),
      kind,
      unitTag: url.searchParams.get('unit')?.slice(0, 12) || undefined,
      fileName: (url.searchParams.get('name') ?? 'photo').slice(0, 200),
      bytes: new Uint8Array(await request.arrayBuffer())
    })
  );
};
