import { fail } from '@badger/core/base/result';
import { deps } from '$lib/server/app-root.ts';
import { isId } from '$lib/server/http/ids.ts';
import { respond } from '$lib/server/http/respond.ts';
import { loadImage } from '$lib/server/repositories/images.ts';
import { findRead } from '$lib/server/repositories/reads.ts';
import type { RequestHandler } from './$types';

/** The bytes of a kept read, proven against their SHA-256 before they go out. */
export const GET: RequestHandler = async ({ params }) => {
  const { db } = deps();
  const read = isId(params.id) ? await findRead(db, params.id) : undefined;
  if (!read) return respond(fail('read.id.unknown'));
  const image = await loadImage(db, read.sha256);
  if (!image.ok) return respond(image);
  return new Response(image.value as Uint8Array<ArrayBuffer>, {
    headers: {
      'content-type': 'application/octet-stream',
      'content-disposition': `attachment; filename="${read.name}"`,
      'x-sha256': read.sha256
    }
  });
};
