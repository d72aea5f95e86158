import { fail, ok, type Result } from '@badger/core/base/result';
import { checkPassword, digestToken, hashPassword, makeToken } from '../../access/passwords.ts';
import type { Db } from '../../db/client.ts';
import type { Deps } from '../../deps.ts';
import {
  countFailures,
  deleteExpiredSessions,
  deleteSession,
  findPersonWithHash,
  findSessionPerson,
  insertAttempt,
  insertFirstPerson,
  insertSession,
  type Person
} from '../../repositories/people.ts';

export const COOKIE = 'badger_session';
export const SESSION_DAYS = 14;
const WINDOW_MS = 15 * 60_000;
const MAX_FAILURES = 8;

/**
 * Signs a person in. Errors: `access.sign-in.wrong`, `access.sign-in.locked` (too many failures in 15 minutes).
 * The token goes into the cookie; only its digest is stored.
 */
export async function signIn(
  { db, clock }: Pick<Deps, 'db' | 'clock'>,
  attempt: { name: string; password: string; address: string }
): Promise<Result<{ token: string; person: Person }>> {
  const now = clock.now();
  const since = new Date(now.getTime() - WINDOW_MS);
  if ((await countFailures(db, attempt.name, since)) >= MAX_FAILURES)
    return fail('access.sign-in.locked');
  const found = await findPersonWithHash(db, attempt.name);
  const right = await checkPassword(found?.passwordHash, attempt.password);
  await insertAttempt(db, { name: attempt.name, address: attempt.address, succeeded: right });
  if (!found || !right) return fail('access.sign-in.wrong');
  await deleteExpiredSessions(db, now);
  const { token, id } = makeToken();
  const expiresAt = new Date(now.getTime() + SESSION_DAYS * 86_400_000);
  await insertSession(db, { id, personId: found.id, expiresAt });
  return ok({ token, person: { id: found.id, name: found.name, role: found.role } });
}

/** Who the cookie's token belongs to. */
export function whoIs(
  { db, clock }: Pick<Deps, 'db' | 'clock'>,
  token: string
): Promise<Person | undefined> {
  return findSessionPerson(db, digestToken(token), clock.now());
}

export function signOut(db: Db, token: string): Promise<void> {
  return deleteSession(db, digestToken(token));
}

/** Makes the first person, a lead who can do everything until told otherwise, in an empty shop. Errors: `access.shop.taken`. */
export async function makeFirstPerson(
  db: Db,
  values: { name: string; password: string }
): Promise<Result<Person>> {
  const passwordHash = await hashPassword(values.password);
  const made = await insertFirstPerson(db, {
    ...{ name: values.name, role: 'lead', passwordHash },
    skills: ['open-case', 'fine-solder', 'clip', 'vehicle']
  });
  return made ? ok(made) : fail('access.shop.taken');
}
