import type { Problem, Result } from '@badger/core/base/result';

/** A remark on some bytes, kept with the content of the image, whatever the file is called. Units: addresses. */
export interface ImageNote {
  readonly id: string;
  readonly start: number;
  readonly end: number;
  readonly text: string;
  readonly by: string;
  readonly at: string;
}

async function ask<T>(path: string, init?: RequestInit): Promise<Result<T> | undefined> {
  const answer = await fetch(path, init).catch(() => undefined);
  const body = (await answer?.json().catch(() => undefined)) as
    (T & { problem?: Problem }) | undefined;
  if (!answer || body === undefined) return undefined;
  return body.problem ? { ok: false, problem: body.problem } : { ok: true, value: body };
}

const pathOf = (sha256: string) => `/api/images/${sha256}/notes`;

/** Remarks on an image; undefined where the server does not answer. Only its SHA-256 is sent. */
export const fetchNotes = (sha256: string) =>
  ask<{ readonly notes: readonly ImageNote[] }>(pathOf(sha256));

/** Adds a remark, and gives all. */
export const addNote = (sha256: string, note: Pick<ImageNote, 'start' | 'end' | 'text'>) =>
  ask<{ readonly notes: readonly ImageNote[] }>(pathOf(sha256), {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(note)
  });

/** Strikes a remark out, and gives those that are left. */
export const strikeNote = (sha256: string, id: string) =>
  ask<{ readonly notes: readonly ImageNote[] }>(`${pathOf(sha256)}/${id}/strike`, {
    method: 'POST'
  });
