import { error } from '@sveltejs/kit';
import { deps } from '$lib/server/app-root.ts';
import { isId } from '$lib/server/http/ids.ts';
import { findPhotoBytes } from '$lib/server/repositories/arrive.ts';
import type { RequestHandler } from './$types';

const SIZES = ['original', 'large', 'small'] as const;

/** A kept photo: `?size=small|large|original`. The original is offered as a download. */
export const GET: RequestHandler = async ({ params, url }) => {
  const size = SIZES.find((s) => s === url.searchParams.get('size')) ?? 'large';
  const found = isId(params.id) ? await findPhotoBytes(deps().db, params.id, size) : undefined;
  if (!found) error(404, { message: 'There is no such photo.' });
  const name = found.fileName.replaceAll(/[^\w.-]/g, '_');
  return new Response(Uint8Array.from(found.bytes), {
    headers: {
      'content-type': found.mediaType,
      'cache-control': 'private, max-age=31536000, immutable',
      ...(size === 'original' ? { 'content-disposition': `attachment; filename="${name}"` } : {})
    }
  });
};
