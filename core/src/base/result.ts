import type { Code, Figures, Param } from './codes.ts';

export type { Param } from './codes.ts';

/** What went wrong, as plain data: the text for people lives in the message catalogue under `code`. */
export interface Problem {
  readonly code: Code;
  readonly params: Readonly<Record<string, Param>>;
}

export type Result<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: Problem };

/** A success carrying `value`. Example: `ok(3)`. */
export function ok<T>(value: T): Result<T> {
  return { ok: true, value };
}

/** A problem with the figures its code asks for. Example: `problemOf('image.size.huge', { found: 3, most: 2 })`. */
export function problemOf<C extends Code>(code: C, ...figures: Figures<C>): Problem {
  return { code, params: figures[0] ?? {} };
}

/** An expected refusal with the figures its code asks for. Example: `fail('job.number.unknown', { number: 3 })`. */
export function fail<C extends Code>(code: C, ...figures: Figures<C>): Result<never> {
  return { ok: false, problem: problemOf(code, ...figures) };
}
