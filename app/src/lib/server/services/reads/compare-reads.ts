import { compareImages, type Comparison } from '@badger/core/image/compare';
import type { Tx } from '../../db/client.ts';
import { findComparison, saveComparison } from '../../repositories/comparisons.ts';
import { loadImage } from '../../repositories/images.ts';
import { listContentsOf } from '../../repositories/reads.ts';

/** How two kept contents differ: as it was found when they were kept, else found now and kept. Undefined: they cannot be compared. */
export async function compareKept(db: Tx, a: string, b: string): Promise<Comparison | undefined> {
  return (await findComparison(db, a, b)) ?? compareAnew(db, a, b);
}

/** Contents of earlier reads that a new one is compared with at once; older ones when somebody asks. */
const COMPARED_AT_ONCE = 8;

/**
 * Compares a read that is being kept with the other contents of its region, so that no page has to. What is stored and
 * cannot be loaded is left out: it is told where it is used.
 */
export async function compareWithEarlier(
  tx: Tx,
  read: { unitId: string; regionId: string; sha256: string; bytes: Uint8Array }
): Promise<void> {
  const contents = await listContentsOf(tx, read.unitId, read.regionId);
  const others = contents.filter((s) => s !== read.sha256).slice(0, COMPARED_AT_ONCE);
  // always in the same order: two that keep the same contents must not wait for each other in a ring
  for (const sha256 of others.sort()) {
    if (await findComparison(tx, read.sha256, sha256)) continue;
    const other = await loadImage(tx, sha256);
    if (!other.ok || other.value.length !== read.bytes.length) continue;
    const comparison = compareImages(read.bytes, other.value);
    await saveComparison(tx, { a: read.sha256, b: sha256, comparison });
  }
}

async function compareAnew(db: Tx, a: string, b: string): Promise<Comparison | undefined> {
  const [first, second] = [await loadImage(db, a), await loadImage(db, b)];
  if (!first.ok || !second.ok || first.value.length !== second.value.length) return undefined;
  const comparison = compareImages(first.value, second.value);
  await saveComparison(db, { a, b, comparison });
  return comparison;
}
