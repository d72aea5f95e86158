import { and, count, eq, gt, lt, sql } from 'drizzle-orm';
import type { Skill } from '@badger/core/profile/profile';
import type { Role } from '@badger/core/rights/rights';
import type { Db, Tx } from '../db/client.ts';
import { person, session, signInAttempt } from '../db/schema/people.ts';

export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}

const personColumns = { id: person.id, name: person.name, role: person.role };

interface NewPerson {
  readonly name: string;
  /** Absent: the same as the name. */
  readonly account?: string;
  readonly role: Role;
  readonly passwordHash: string;
  readonly skills?: Skill[];
}

export async function insertPerson(db: Tx, values: NewPerson): Promise<Person> {
  const [row] = await db
    .insert(person)
    .values({ account: values.name, ...values })
    .returning(personColumns);
  return row as Person;
}

/** Inserts the first person of an empty shop; undefined when there is somebody already, even a moment ago. */
export async function insertFirstPerson(db: Db, values: NewPerson): Promise<Person | undefined> {
  return db.transaction(async (tx) => {
    await tx.execute(sql`lock table ${person} in exclusive mode`);
    return (await countPeople(tx)) > 0 ? undefined : insertPerson(tx, values);
  });
}

export async function findPersonWithHash(db: Tx, account: string) {
  const [row] = await db.select().from(person).where(eq(person.account, account));
  return row;
}

export async function listPeople(db: Tx): Promise<Person[]> {
  return db.select(personColumns).from(person).orderBy(person.name);
}

/** Everybody with what they can do at the bench. */
export async function listSkills(
  db: Tx
): Promise<(Person & { readonly skills: readonly Skill[] })[]> {
  return db
    .select({ ...personColumns, skills: person.skills })
    .from(person)
    .orderBy(person.name);
}

/** False when there is no such person. */
export async function setSkills(
  db: Tx,
  personId: string,
  skills: readonly Skill[]
): Promise<boolean> {
  const rows = await db
    .update(person)
    .set({ skills: [...skills] })
    .where(eq(person.id, personId))
    .returning({ id: person.id });
  return rows.length === 1;
}

export async function countPeople(db: Tx): Promise<number> {
  const [row] = await db.select({ n: count() }).from(person);
  return row?.n ?? 0;
}

export async function insertSession(
  db: Tx,
  values: { id: string; personId: string; expiresAt: Date }
) {
  await db.insert(session).values(values);
}

export async function findSessionPerson(
  db: Tx,
  sessionId: string,
  now: Date
): Promise<Person | undefined> {
  const [row] = await db
    .select(personColumns)
    .from(session)
    .innerJoin(person, eq(person.id, session.personId))
    .where(and(eq(session.id, sessionId), gt(session.expiresAt, now)));
  return row;
}

export async function deleteSession(db: Tx, sessionId: string): Promise<void> {
  await db.delete(session).where(eq(session.id, sessionId));
}

export async function deleteExpiredSessions(db: Tx, now: Date): Promise<void> {
  await db.delete(session).where(lt(session.expiresAt, now));
}

export async function insertAttempt(
  db: Tx,
  values: { name: string; address: string; succeeded: boolean }
): Promise<void> {
  await db.insert(signInAttempt).values(values);
}

export async function countFailures(db: Tx, name: string, since: Date): Promise<number> {
  const [row] = await db
    .select({ n: count() })
    .from(signInAttempt)
    .where(
      and(
        eq(signInAttempt.name, name),
        eq(signInAttempt.succeeded, false),
        gt(signInAttempt.at, since)
      )
    );
  return row?.n ?? 0;
}
