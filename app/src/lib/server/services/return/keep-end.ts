import { setTimeout as sleep } from 'node:timers/promises';
import type { Tx } from '../../db/client.ts';
import type { Deps } from '../../deps.ts';

/** Longest wait between two tries. Units: ms. */
const MOST_PAUSE_MS = 5_000;

/** What was done or seen at the vehicle is kept however long the database is away; only where the shop closes meanwhile a begin stays without an end, and says so. */
export async function keepEnd(deps: Deps, store: (tx: Tx) => Promise<void>): Promise<void> {
  for (let pauseMs = 100; ; pauseMs = Math.min(MOST_PAUSE_MS, pauseMs * 2)) {
    try {
      await deps.db.transaction(store);
      return;
    } catch (error) {
      deps.log.warn({ error: String(error) }, 'what was done at the vehicle is not stored yet');
      if (deps.bench.closed) return;
      await sleep(pauseMs);
    }
  }
}
