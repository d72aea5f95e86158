import { fail, ok, type Result } from '../base/result.ts';

/** What can be asked of a file service. `stock`: what the unit holds now, where nobody can read it. */
export const WANTED_FILES = ['stock', 'calibration', 'update'] as const;
export type WantedFile = (typeof WANTED_FILES)[number];

/** What is asked for, of which unit. Source: own open format, docs/file-service.md. */
export interface FileRequest {
  readonly family: string;
  readonly region: string;
  readonly lengthBytes: number;
  readonly wanted: WantedFile;
  /** What the unit tells of itself, by identity field. */
  readonly numbers: Readonly<Record<string, string>>;
}

/** How an order stands. */
export type FileAnswer =
  | { readonly state: 'waiting' }
  | { readonly state: 'refused'; readonly reason: string }
  | { readonly state: 'ready'; readonly name: string; readonly sha256: string };

const SHA = /^[0-9a-f]{64}$/;

/** Errors: `files.answer.malformed` with the place: what is not understood is nothing. */
export function readFileAnswer(body: unknown): Result<FileAnswer> {
  const malformed = (where: string) => fail('files.answer.malformed', { where });
  if (typeof body !== 'object' || body === null) return malformed('no object');
  const { state, reason, file } = body as Readonly<Record<string, unknown>>;
  if (state === 'waiting') return ok({ state });
  if (state === 'refused')
    return ok({ state, reason: typeof reason === 'string' ? reason.slice(0, 200) : '' });
  if (state !== 'ready') return malformed('state');
  const { name, sha256 } = (file ?? {}) as Readonly<Record<string, unknown>>;
  if (typeof name !== 'string' || name.trim() === '') return malformed('file/name');
  if (typeof sha256 !== 'string' || !SHA.test(sha256)) return malformed('file/sha256');
  return ok({ state, name: name.slice(0, 120), sha256 });
}

/** The id of a new order. Errors: `files.answer.malformed`. */
export function readOrder(body: unknown): Result<string> {
  const id = (body as { readonly id?: unknown } | null)?.id;
  return typeof id === 'string' && /^[A-Za-z0-9-]{1,64}$/.test(id)
    ? ok(id)
    : fail('files.answer.malformed', { where: 'id' });
}
