import { fail } from '@badger/core/base/result';
import { deps } from '$lib/server/app-root.ts';
import { isId, isSha256 } from '$lib/server/http/ids.ts';
import { requirePerson, respond } from '$lib/server/http/respond.ts';
import { strikeNote } from '$lib/server/services/reads/image-notes.ts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params, locals }) => {
  const person = requirePerson(locals.person);
  if (!person.ok) return respond(person);
  if (!isId(params.id) || !isSha256(params.sha256)) return respond(fail('image.note.unknown'));
  return respond(
    await strikeNote(deps(), person.value, { sha256: params.sha256, noteId: params.id })
  );
};
