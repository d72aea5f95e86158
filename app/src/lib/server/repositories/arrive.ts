import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm';
import type { Tx } from '../db/client.ts';
import { arrival, authority, photo, photoBytes } from '../db/schema/arrive.ts';
import { unit } from '../db/schema/jobs.ts';
import { person } from '../db/schema/people.ts';

export type AuthorityRow = Awaited<ReturnType<typeof listLatestAuthorities>>[number];
export type PhotoRow = Awaited<ReturnType<typeof listPhotos>>[number];
export type PhotoSize = 'original' | 'large' | 'small';

export async function insertAuthority(
  db: Tx,
  values: Omit<typeof authority.$inferInsert, 'id' | 'at'>
): Promise<void> {
  await db.insert(authority).values(values);
}

/** The authority that counts for each of these jobs: the newest. */
export async function listLatestAuthorities(db: Tx, jobIds: readonly string[]) {
  if (jobIds.length === 0) return [];
  return db
    .selectDistinctOn([authority.jobId], {
      jobId: authority.jobId,
      orderedBy: authority.orderedBy,
      proofKind: authority.proofKind,
      proofNumber: authority.proofNumber,
      photoId: authority.photoId,
      signature: authority.signature,
      at: authority.at,
      personName: person.name
    })
    .from(authority)
    .innerJoin(person, eq(person.id, authority.personId))
    .where(inArray(authority.jobId, [...jobIds]))
    .orderBy(authority.jobId, desc(authority.at));
}

export async function insertArrival(db: Tx, values: typeof arrival.$inferInsert): Promise<void> {
  await db.insert(arrival).values(values);
}

export async function listArrivals(db: Tx, jobIds: readonly string[]) {
  if (jobIds.length === 0) return [];
  return db
    .select()
    .from(arrival)
    .where(inArray(arrival.jobId, [...jobIds]));
}

/** Id of the job that an intake has opened already; undefined when it has not been sent before. */
export async function findIntake(db: Tx, intakeKey: string): Promise<string | undefined> {
  const [row] = await db
    .select({ jobId: arrival.jobId })
    .from(arrival)
    .where(eq(arrival.intakeKey, intakeKey));
  return row?.jobId;
}

/** Only one intake of a VIN at a time; held until the transaction ends. */
export async function lockVin(db: Tx, vin: string): Promise<void> {
  await db.execute(sql`select pg_advisory_xact_lock(727003, hashtext(${vin}))`);
}

/** The next tag that no unit carries: four digits, from the shop's sequence. */
export async function takeTag(db: Tx): Promise<string> {
  for (;;) {
    const result = await db.execute(sql`select nextval('unit_tag_number') as n`);
    const tag = String((result.rows[0] as { n: string | number }).n).padStart(4, '0');
    const [taken] = await db.select({ id: unit.id }).from(unit).where(eq(unit.tag, tag));
    if (!taken) return tag;
  }
}

export interface NewPhoto {
  readonly row: Omit<typeof photo.$inferInsert, 'id' | 'takenAt'>;
  readonly sizes: readonly {
    readonly size: PhotoSize;
    readonly mediaType: string;
    readonly bytes: Uint8Array;
  }[];
}

/** Keeps a photo in all its sizes, in the caller's transaction. */
export async function insertPhoto(db: Tx, { row, sizes }: NewPhoto): Promise<string> {
  const [made] = await db.insert(photo).values(row).returning({ id: photo.id });
  const photoId = (made as { id: string }).id;
  for (const size of sizes) await db.insert(photoBytes).values({ photoId, ...size });
  return photoId;
}

/** Photos of a job or of a unit, oldest first. */
export async function listPhotos(db: Tx, of: { jobId: string } | { unitId: string }) {
  return db
    .select({
      id: photo.id,
      kind: photo.kind,
      fileName: photo.fileName,
      lengthBytes: photo.lengthBytes,
      widthPx: photo.widthPx,
      heightPx: photo.heightPx,
      takenAt: photo.takenAt,
      unitTag: unit.tag,
      personName: person.name
    })
    .from(photo)
    .innerJoin(person, eq(person.id, photo.personId))
    .leftJoin(unit, eq(unit.id, photo.unitId))
    .where('jobId' in of ? eq(photo.jobId, of.jobId) : eq(photo.unitId, of.unitId))
    .orderBy(asc(photo.takenAt));
}

export async function findPhotoBytes(db: Tx, photoId: string, size: PhotoSize) {
  const [row] = await db
    .select({
      mediaType: photoBytes.mediaType,
      bytes: photoBytes.bytes,
      fileName: photo.fileName,
      kind: photo.kind
    })
    .from(photoBytes)
    .innerJoin(photo, eq(photo.id, photoBytes.photoId))
    .where(and(eq(photoBytes.photoId, photoId), eq(photoBytes.size, size)));
  return row;
}

/** True when the photo belongs to the job. */
export async function isPhotoOfJob(db: Tx, photoId: string, jobId: string): Promise<boolean> {
  const rows = await db
    .select({ id: photo.id })
    .from(photo)
    .where(and(eq(photo.id, photoId), eq(photo.jobId, jobId)));
  return rows.length > 0;
}
