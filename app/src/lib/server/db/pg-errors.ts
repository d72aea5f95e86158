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
