import { createHash } from 'node:crypto';
import { asc, eq } from 'drizzle-orm';
import { fail, ok, type Result } from '@badger/core/base/result';
import type { Tx } from '../db/client.ts';
import { image, imageChunk } from '../db/schema/reads.ts';

/** One row of bytes. Units: bytes. Large enough to be few, small enough to be read alone. */
const CHUNK_BYTES = 1_048_576;

export function computeSha256(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('hex');
}

/**
 * Stores content under its SHA-256; the same content is stored once. Part of the caller's transaction.
 * Memory: reads `bytes` in place.
 */
export async function saveImage(
  db: Tx,
  bytes: Uint8Array
): Promise<{ id: string; sha256: string }> {
  const sha256 = computeSha256(bytes);
  const inserted = await db
    .insert(image)
    .values({ sha256, lengthBytes: bytes.length })
    .onConflictDoNothing()
    .returning({ id: image.id });
  const made = inserted[0];
  if (!made) {
    const [kept] = await db.select({ id: image.id }).from(image).where(eq(image.sha256, sha256));
    return { id: (kept as { id: string }).id, sha256 };
  }
  for (let no = 0; no * CHUNK_BYTES < bytes.length; no++) {
    const part = bytes.subarray(no * CHUNK_BYTES, (no + 1) * CHUNK_BYTES);
    await db.insert(imageChunk).values({ imageId: made.id, no, bytes: part });
  }
  return { id: made.id, sha256 };
}

/**
 * Loads content and proves that it is what its name says.
 * Errors: `image.content.missing`, `image.content.damaged` (the store is not to be trusted then).
 */
export async function loadImage(db: Tx, sha256: string): Promise<Result<Uint8Array>> {
  const rows = await db
    .select({ bytes: imageChunk.bytes, lengthBytes: image.lengthBytes })
    .from(image)
    .innerJoin(imageChunk, eq(imageChunk.imageId, image.id))
    .where(eq(image.sha256, sha256))
    .orderBy(asc(imageChunk.no));
  if (rows.length === 0) return fail('image.content.missing', { sha256 });
  const bytes = new Uint8Array(Buffer.concat(rows.map((r) => r.bytes)));
  if (bytes.length !== rows[0]?.lengthBytes || computeSha256(bytes) !== sha256) {
    return fail('image.content.damaged', { sha256 });
  }
  return ok(bytes);
}
