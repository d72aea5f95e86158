import { compareImages, type Comparison } from '@badger/core/image/compare';
import { findComparison, saveComparison } from '../../repositories/comparisons.ts';
import { loadImage, type ImageStore } from '../../repositories/images.ts';
import { listContentsOf } from '../../repositories/reads.ts';

/** How two kept contents differ: as it was found when they were kept, else found now and kept. Undefined: they cannot be compared. */
export async function compareKept(
  store: ImageStore,
  a: string,
  b: string
): Promise<Comparison | undefined> {
  return (await findComparison(store.db, a, b)) ?? compareAnew(store, a, b);
}

/** Contents of earlier reads that a new one is compared with at once; older ones when somebody asks. */
const COMPARED_AT_ONCE = 8;

/**
 * Compares a read that is being kept with the other contents of its region, so that no page has to. What is stored and
 * cannot be loaded is left out: it is told where it is used.
 */
export async function compareWithEarlier(
  store: ImageStore,
  read: { unitId: string; regionId: string; sha256: string; bytes: Uint8Array }
): Promise<void> {
  const { db } = store;
  const contents = await listContentsOf(db, read.unitId, read.regionId);
  const others = contents.filter((s) => s !== read.sha256).slice(0, COMPARED_AT_ONCE);
  // always in the same order: two that keep the same contents must not wait for each other in a ring
  for (const sha256 of others.sort()) {
    if (await findComparison(db, read.sha256, sha256)) continue;
    const other = await loadImage(store, sha256);
    if (!other.ok || other.value.length !== read.bytes.length) continue;
    const comparison = compareImages(read.bytes, other.value);
    await saveComparison(db, { a: read.sha256, b: sha256, comparison });
  }
}

async function compareAnew(
  store: ImageStore,
  a: string,
  b: string
): Promise<Comparison | undefined> {
  const [first, second] = [await loadImage(store, a), await loadImage(store, b)];
  if (!first.ok || !second.ok || first.value.length !== second.value.length) return undefined;
  const comparison = compareImages(first.value, second.value);
  await saveComparison(store.db, { a, b, comparison });
  return comparison;
}
