import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { fail, ok, type Result } from '@badger/core/base/result';
import type { Db, Tx } from '../db/client.ts';
import { image, imageChunk } from '../db/schema/reads.ts';
import { findSetting, saveSetting } from './stations.ts';
import { computeSha256, type Vault } from '../vault/vault.ts';

/** One row of bytes. Units: bytes. Large enough to be few, small enough to be read alone. */
const CHUNK_BYTES = 1_048_576;

/** Where contents lie, and what seals them. */
export interface ImageStore {
  readonly db: Tx;
  readonly vault: Vault;
}

/** A piece of a content does not open as another one's. */
const aboutChunk = (name: string, no: number) => `image ${name} ${no}`;

/**
 * Stores content under its SHA-256, sealed; the same content is stored once. Part of the caller's transaction.
 * `keyed`: under a keyed digest, for what is so short that its SHA-256 would give it away. Memory: reads `bytes` in place.
 */
export async function saveImage(
  { db, vault }: ImageStore,
  { bytes, keyed = false }: { readonly bytes: Uint8Array; readonly keyed?: boolean }
): Promise<{ id: string; sha256: string }> {
  const sha256 = keyed ? vault.nameOf(bytes) : computeSha256(bytes);
  const inserted = await db
    .insert(image)
    .values({ sha256, keyed, lengthBytes: bytes.length })
    .onConflictDoNothing()
    .returning({ id: image.id });
  const made = inserted[0];
  if (!made) {
    const [kept] = await db.select({ id: image.id }).from(image).where(eq(image.sha256, sha256));
    return { id: (kept as { id: string }).id, sha256 };
  }
  for (let no = 0; no * CHUNK_BYTES < bytes.length; no++) {
    const part = bytes.subarray(no * CHUNK_BYTES, (no + 1) * CHUNK_BYTES);
    const { keyNo, sealed } = vault.seal(part, aboutChunk(sha256, no));
    await db.insert(imageChunk).values({ imageId: made.id, no, keyNo, bytes: sealed });
  }
  return { id: made.id, sha256 };
}

/**
 * Loads content, opens it and proves that it is what its name says.
 * Errors: `image.content.missing`, `image.content.damaged` (the store is not to be trusted then).
 */
export async function loadImage(
  { db, vault }: ImageStore,
  sha256: string
): Promise<Result<Uint8Array>> {
  const rows = await db
    .select({
      ...{ no: imageChunk.no, keyNo: imageChunk.keyNo, bytes: imageChunk.bytes },
      ...{ lengthBytes: image.lengthBytes, keyed: image.keyed }
    })
    .from(image)
    .innerJoin(imageChunk, eq(imageChunk.imageId, image.id))
    .where(eq(image.sha256, sha256))
    .orderBy(asc(imageChunk.no));
  const [first] = rows;
  if (!first) return fail('image.content.missing', { sha256 });
  const parts: Uint8Array[] = [];
  for (const { no, keyNo, bytes } of rows) {
    const part =
      keyNo === null ? ok(bytes) : vault.unseal({ keyNo, sealed: bytes }, aboutChunk(sha256, no));
    if (!part.ok) return fail('image.content.damaged', { sha256 });
    parts.push(part.value);
  }
  const bytes = new Uint8Array(Buffer.concat(parts));
  const name = first.keyed ? vault.nameOf(bytes) : computeSha256(bytes);
  if (bytes.length !== first.lengthBytes || name !== sha256) {
    return fail('image.content.damaged', { sha256 });
  }
  return ok(bytes);
}

/** Set while the files of the table may still hold what was kept in clear. */
const UNCLEARED = 'images.uncleared';

/**
 * Seals what an earlier version kept in clear, and writes the table anew so that nothing of it stays in its files; broken off, it is finished by the next start. What was
 * sealed meanwhile by another process is left. Shape: pieces sealed.
 */
export async function sealOldImages(db: Db, vault: Vault): Promise<number> {
  const clear = and(eq(imageChunk.imageId, image.id), isNull(imageChunk.keyNo));
  const old = await db
    .select({ imageId: image.id, sha256: image.sha256, no: imageChunk.no })
    .from(imageChunk)
    .innerJoin(image, clear);
  if (old.length > 0) await saveSetting(db, UNCLEARED, true);
  for (const { imageId, sha256, no } of old) {
    const piece = and(
      eq(imageChunk.imageId, imageId),
      eq(imageChunk.no, no),
      isNull(imageChunk.keyNo)
    );
    const [kept] = await db.select({ bytes: imageChunk.bytes }).from(imageChunk).where(piece);
    if (!kept) continue;
    const { keyNo, sealed } = vault.seal(kept.bytes, aboutChunk(sha256, no));
    await db.update(imageChunk).set({ keyNo, bytes: sealed }).where(piece);
  }
  if ((await findSetting(db, UNCLEARED)) === true) {
    await db.execute(sql`vacuum full image_chunk`);
    await saveSetting(db, UNCLEARED, false);
  }
  return old.length;
}
