import { fail } from '@badger/core/base/result';
import { json } from '@sveltejs/kit';
import { validateImageNote } from '$lib/generated/validators.js';
import { deps } from '$lib/server/app-root.ts';
import { isSha256 } from '$lib/server/http/ids.ts';
import { act, respond } from '$lib/server/http/respond.ts';
import { findNotes, keepNote } from '$lib/server/services/reads/image-notes.ts';
import type { RequestHandler } from './$types';

/** Remarks on an image; only the SHA-256 of its content is known here. */
export const GET: RequestHandler = async ({ params }) =>
  isSha256(params.sha256)
    ? json(await findNotes(deps(), params.sha256))
    : respond(fail('image.note.unknown'));

export const POST: RequestHandler = (event) =>
  act(event, validateImageNote, async (person, body) =>
    isSha256(event.params.sha256)
      ? keepNote(deps(), person, { sha256: event.params.sha256, ...body })
      : fail('image.note.unknown')
  );
