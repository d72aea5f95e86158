import { asc, desc, eq, inArray, sql } from 'drizzle-orm';
import type { Tx } from '../db/client.ts';
import { person } from '../db/schema/people.ts';
import { offer, quote, accessChoice } from '../db/schema/plan.ts';

export async function insertOffer(db: Tx, values: typeof offer.$inferInsert): Promise<void> {
  await db.insert(offer).values(values);
}

/** Newest first. */
export async function listOffers(db: Tx, jobId: string) {
  return db
    .select({
      id: offer.id,
      source: offer.source,
      numbers: offer.numbers,
      price: offer.price,
      verdict: offer.verdict,
      code: offer.code,
      at: offer.at,
      personName: person.name
    })
    .from(offer)
    .innerJoin(person, eq(person.id, offer.personId))
    .where(eq(offer.jobId, jobId))
    .orderBy(desc(offer.at));
}

export async function insertChoice(
  db: Tx,
  values: typeof accessChoice.$inferInsert
): Promise<void> {
  await db.insert(accessChoice).values(values);
}

/** Newest first: the first counts. */
export async function listChoices(db: Tx, jobId: string) {
  return db
    .select({
      accessKey: accessChoice.accessKey,
      method: accessChoice.cloneMethod,
      reason: accessChoice.reason,
      at: accessChoice.at,
      personName: person.name
    })
    .from(accessChoice)
    .innerJoin(person, eq(person.id, accessChoice.personId))
    .where(eq(accessChoice.jobId, jobId))
    .orderBy(desc(accessChoice.at));
}

/** The newest choice of each of these jobs. */
export async function listLatestChoices(db: Tx, jobIds: readonly string[]) {
  if (jobIds.length === 0) return [];
  return db
    .selectDistinctOn([accessChoice.jobId], {
      jobId: accessChoice.jobId,
      accessKey: accessChoice.accessKey,
      method: accessChoice.cloneMethod
    })
    .from(accessChoice)
    .where(inArray(accessChoice.jobId, [...jobIds]))
    .orderBy(accessChoice.jobId, desc(accessChoice.at));
}

/** Inserts the next quote of a job, inside a transaction; two at once get two numbers. */
export async function insertQuote(
  db: Tx,
  values: Omit<typeof quote.$inferInsert, 'number'>
): Promise<number> {
  // two at once wait for each other
  await db.execute(sql`select 1 from job where id = ${values.jobId} for update`);
  const [row] = await db
    .insert(quote)
    .values({
      ...values,
      number: sql`(select coalesce(max(q.number), 0) + 1 from quote q where q.job_id = ${values.jobId})`
    })
    .returning({ number: quote.number });
  return (row as { number: number }).number;
}

export async function listQuotes(db: Tx, jobId: string) {
  return db
    .select({
      number: quote.number,
      currency: quote.currency,
      lines: quote.lines,
      net: quote.net,
      taxPercent: quote.taxPercent,
      tax: quote.tax,
      total: quote.total,
      note: quote.note,
      validUntil: quote.validUntil,
      at: quote.at,
      personName: person.name
    })
    .from(quote)
    .innerJoin(person, eq(person.id, quote.personId))
    .where(eq(quote.jobId, jobId))
    .orderBy(asc(quote.number));
}
