import { JOB_ROLES } from '@badger/core/job/roles';
import { fail } from '@badger/core/base/result';
import { MAX_IMAGE_BYTES } from '@badger/core/reads/check-image-size';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { requirePerson, respond } from '$lib/server/http/respond.ts';
import { uploadRead } from '$lib/server/services/reads/upload-read.ts';
import type { RequestHandler } from './$types';

/** Milliseconds since 1970 as a browser tells them; anything else is not told. */
function parseModified(text: string | null): { modifiedMs?: number } {
  return text !== null && /^\d{1,14}$/.test(text) && Number(text) > 0
    ? { modifiedMs: Number(text) }
    : {};
}

const ROLES = [...JOB_ROLES, 'supplied'] as const;

/** Takes a raw binary (application/octet-stream) as a kept read: `?role=&region=&name=&modified=`. */
export const POST: RequestHandler = async ({ request, url, params, locals }) => {
  const person = requirePerson(locals.person);
  if (!person.ok) return respond(person);
  const asked = url.searchParams.get('role') ?? 'original';
  const role = ROLES.find((r) => r === asked);
  // a read is never put down to a unit that nobody meant
  if (!role) return respond(fail('upload.unit.none', { role: asked.slice(0, 40) }));
  const declared = Number(request.headers.get('content-length') ?? 0);
  if (declared > MAX_IMAGE_BYTES) {
    return respond(fail('image.size.huge', { found: declared, most: MAX_IMAGE_BYTES }));
  }
  const bytes = new Uint8Array(await request.arrayBuffer());
  return respond(
    await uploadRead(deps(), person.value, {
      jobNumber: parseJobNumber(params.number),
      role,
      regionId: url.searchParams.get('region') ?? '',
      fileName: (url.searchParams.get('name') ?? 'file').slice(0, 200),
      ...parseModified(url.searchParams.get('modified')),
      bytes
    })
  );
};
