import type { Deps } from '../../deps.ts';
import {
  claimFileOrders,
  endFileOrder,
  postponeFileOrder
} from '../../repositories/file-orders.ts';
import { followOrder } from './request-file.ts';

const ROUND_MS = 5000;
const AT_ONCE = 4;
/** Longer than a look and a file of 16 MiB take: then somebody else may look. Units: s. */
const HELD_SECONDS = 300;
/** After this nobody waits for it any more. Units: s. */
const GIVEN_UP_SECONDS = 14 * 24 * 3600;
const RAREST_SECONDS = 600;

/** Looks at orders that stand, each by one process at a time: often at first, then more rarely. Gives how many came to their end. */
export async function followFileOrders(deps: Deps): Promise<number> {
  if (!deps.files) return 0;
  let ended = 0;
  for (const order of await claimFileOrders(deps.db, AT_ONCE, HELD_SECONDS)) {
    const done = await followOrder(deps, order);
    if (done) ended++;
    else if (order.ageSeconds > GIVEN_UP_SECONDS) {
      await endFileOrder(deps.db, order.id, 'files.order.waiting');
      ended++;
    } else await postponeFileOrder(deps.db, order.id, pauseAfter(order.ageSeconds));
    if (done) deps.bench.hub.tell({ type: 'job', jobNumber: order.jobNumber });
  }
  return ended;
}

/** A clock that was set back makes an age that is none. */
const pauseAfter = (ageSeconds: number) =>
  Math.min(RAREST_SECONDS, Math.max(5, Number.isFinite(ageSeconds) ? ageSeconds / 4 : 5));

/** Goes on looking at orders until it is stopped. A database or a service that is away is waited for. */
export function keepFollowingFiles(deps: Deps): () => Promise<void> {
  let stopped = false;
  let timer: NodeJS.Timeout | undefined;
  let running: Promise<void> = Promise.resolve();
  const again = () => {
    timer = setTimeout(() => {
      running = followFileOrders(deps)
        .catch((error: unknown) => {
          const { code } = error as { code?: string };
          deps.log.warn({ code }, 'orders of files wait');
        })
        .then(() => (stopped ? undefined : again()));
    }, ROUND_MS);
  };
  if (deps.files) again();
  return async () => {
    stopped = true;
    clearTimeout(timer);
    await running;
  };
}
