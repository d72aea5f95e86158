import { proxy } from 'comlink';
import type { SumSearch } from '@badger/core/sum-search/find-sums';
import { mergeSearches, splitSearch } from '@badger/core/sum-search/split-search';
import { createDesk } from './create-desk.ts';
import type { OpenedFile } from './dump-desk.ts';
import type { DumpFile } from './dump-file.svelte.ts';

/** Workers that search at once; more only crowd the memory. */
const MOST_WORKERS = 4;

/**
 * Looks for checksums in as many workers as the computer has cores for: that of the file, and others with a copy of its bytes. Rejects where one of
 * them breaks down. Memory: the image once more for each further worker, while it runs.
 */
export async function searchShared(
  file: DumpFile,
  others: readonly OpenedFile['pieces'][],
  tell: (share: number) => void
): Promise<SumSearch> {
  const cores = Math.max(1, Math.min(MOST_WORKERS, navigator.hardwareConcurrency || 1));
  const lists = splitSearch(cores);
  const helpers = lists.slice(1).map(() => createDesk());
  const shares = lists.map(() => 0);
  try {
    await Promise.all(helpers.map((h) => Promise.race([h.desk.take(file.pieces), h.failed])));
    const links = [file.link, ...helpers];
    const searches = links.map(({ desk, failed }, i) => {
      const hear = proxy((share: number) => {
        shares[i] = share;
        tell(shares.reduce((a, b) => a + b, 0) / shares.length);
      });
      return Promise.race([desk.findSums(others, lists[i] ?? [], hear), failed]);
    });
    return mergeSearches(await Promise.all(searches));
  } finally {
    for (const { worker } of helpers) worker.terminate();
  }
}
