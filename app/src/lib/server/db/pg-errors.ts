import { problemOf, type Problem } from '@badger/core/base/result';
interface PgError {
  readonly code?: string;
  readonly constraint?: string;
}

/** The database's own error behind whatever the libraries wrapped around it. */
function rootOf(error: unknown): PgError {
  let current: unknown = error;
  while (current instanceof Error && current.cause) current = current.cause;
  return current ?? {};
}

/** True for a violation of the named unique constraint or index (SQLSTATE 23505). */
export function isUniqueViolation(error: unknown, constraint: string): boolean {
  const root = rootOf(error);
  return root.code === '23505' && root.constraint === constraint;
}

/** SQLSTATE of a database error, if it is one. */
export function sqlStateOf(error: unknown): string | undefined {
  const { code } = rootOf(error);
  return typeof code === 'string' && /^[0-9A-Z]{5}$/.test(code) ? code : undefined;
}

/** True where the database is away, and has not refused. Class 08 is a lost connection, 57 an administrator's stop. */
export function isDatabaseAway(error: unknown): boolean {
  const state = sqlStateOf(error);
  return state === undefined || /^(08|57)/.test(state);
}

/**
 * Why something could not be stored, for people. Codes: `store.disk.full`, `store.database.refused` (with the SQLSTATE),
 * `store.database.away`. Source: PostgreSQL error codes, class 53 and appendix A.
 */
export function storeProblem(error: unknown): Problem {
  const state = sqlStateOf(error);
  if (state === '53100') return problemOf('store.disk.full');
  if (state === undefined || isDatabaseAway(error)) return problemOf('store.database.away');
  return problemOf('store.database.refused', { state });
}
