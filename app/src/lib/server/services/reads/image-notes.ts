import { fail, ok, type Result } from '@badger/core/base/result';
import { checkRight } from '@badger/core/rights/rights';
import type { Deps } from '../../deps.ts';
import {
  countImageNotes,
  insertImageNote,
  listImageNotes
} from '../../repositories/image-notes.ts';
import { isUniqueViolation } from '../../db/pg-errors.ts';
import type { Person } from '../../repositories/people.ts';

export interface NoteList {
  readonly notes: Awaited<ReturnType<typeof listImageNotes>>;
}

/** More remarks than this are a mistake of a program. */
const MOST_NOTES = 500;

/** Remarks on the content with this SHA-256. */
export async function findNotes({ db }: Deps, sha256: string): Promise<NoteList> {
  return { notes: await listImageNotes(db, sha256) };
}

/** Keeps a remark, and gives all. Errors: `gate.person.role`, `image.note.empty`, `image.note.many`. */
export async function keepNote(
  { db }: Deps,
  person: Person,
  { sha256, start, end, text }: { sha256: string; start: number; end: number; text: string }
): Promise<Result<NoteList>> {
  const allowed = checkRight(person.role, 'image.remark');
  if (!allowed.ok) return allowed;
  // nothing that cannot be seen, and nothing that turns the direction of reading
  const told = text.replaceAll(/[\p{Cc}\p{Cf}]/gu, ' ').trim();
  if (told === '' || start >= end) return fail('image.note.empty');
  if ((await countImageNotes(db, sha256)) >= MOST_NOTES)
    return fail('image.note.many', { most: MOST_NOTES });
  await insertImageNote(db, {
    ...{ sha256, startAddress: start, endAddress: end, text: told, personId: person.id }
  });
  return ok({ notes: await listImageNotes(db, sha256) });
}

/** Strikes a remark out; the row stays. Errors: `gate.person.role`, `image.note.unknown`. Twice is once. */
export async function strikeNote(
  { db }: Deps,
  person: Person,
  { sha256, noteId }: { sha256: string; noteId: string }
): Promise<Result<NoteList>> {
  const allowed = checkRight(person.role, 'image.remark');
  if (!allowed.ok) return allowed;
  const notes = await listImageNotes(db, sha256);
  const note = notes.find((n) => n.id === noteId);
  if (!note) return fail('image.note.unknown');
  const { start, end } = note;
  try {
    await insertImageNote(db, {
      ...{ sha256, startAddress: start, endAddress: end, text: '' },
      ...{ strikes: noteId, personId: person.id }
    });
  } catch (error) {
    // somebody else was faster
    if (!isUniqueViolation(error, 'image_note_strikes_unique')) throw error;
  }
  return ok({ notes: await listImageNotes(db, sha256) });
}
