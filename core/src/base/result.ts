/** What went wrong, as plain data: the text for people lives in the message catalogue under `code`. */
export interface Problem {
  readonly code: string;
  readonly params: Readonly<Record<string, Param>>;
}

export type Param = string | number | boolean;

export type Result<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: Problem };

/** A success carrying `value`. Example: `ok(3)`. */
export function ok<T>(value: T): Result<T> {
  return { ok: true, value };
}

/** An expected refusal. `code` is `area.thing.problem`. Example: `fail('image.size.wrong', { found: 3 })`. */
export function fail(code: string, params: Record<string, Param> = {}): Result<never> {
  return { ok: false, problem: { code, params } };
}
