import { and, asc, desc, eq, inArray, isNull } from 'drizzle-orm';
import type { Tx } from '../db/client.ts';
import { job } from '../db/schema/jobs.ts';
import { person } from '../db/schema/people.ts';
import { postAnswer, postLink } from '../db/schema/post.ts';

export type PostLinkRow = NonNullable<Awaited<ReturnType<typeof findPostLink>>>;
export type PostAnswerRow = Awaited<ReturnType<typeof listPostAnswers>>[number];

const columns = {
  id: postLink.id,
  jobId: postLink.jobId,
  jobNumber: job.number,
  answerBy: postLink.answerBy,
  createdAt: postLink.createdAt,
  endedAt: postLink.endedAt,
  personName: person.name
};

export async function findPostLink(db: Tx, id: string) {
  const [row] = await db
    .select(columns)
    .from(postLink)
    .innerJoin(job, eq(job.id, postLink.jobId))
    .innerJoin(person, eq(person.id, postLink.personId))
    .where(eq(postLink.id, id));
  return row;
}

/** Links of a job, newest first. */
export function listPostLinks(db: Tx, jobId: string) {
  return db
    .select(columns)
    .from(postLink)
    .innerJoin(job, eq(job.id, postLink.jobId))
    .innerJoin(person, eq(person.id, postLink.personId))
    .where(eq(postLink.jobId, jobId))
    .orderBy(desc(postLink.createdAt));
}

/** A new link of a job; every other one opens nothing from now on. Inside a transaction that holds the job. */
export async function replacePostLink(
  db: Tx,
  link: { jobId: string; answerBy: Date; personId: string; now: Date }
): Promise<string> {
  const { jobId, answerBy, personId, now } = link;
  await db
    .update(postLink)
    .set({ endedAt: now })
    .where(and(eq(postLink.jobId, jobId), isNull(postLink.endedAt)));
  const [row] = await db
    .insert(postLink)
    .values({ jobId, answerBy, personId })
    .returning({ id: postLink.id });
  return (row as { id: string }).id;
}

/** Answers by these links, oldest first. */
export function listPostAnswers(db: Tx, linkIds: readonly string[]) {
  return db
    .select()
    .from(postAnswer)
    .where(inArray(postAnswer.linkId, [...linkIds]))
    .orderBy(asc(postAnswer.at));
}

export async function insertPostAnswer(
  db: Tx,
  answer: Pick<typeof postAnswer.$inferInsert, 'linkId' | 'outcome' | 'name' | 'words'>
): Promise<void> {
  await db.insert(postAnswer).values(answer);
}
