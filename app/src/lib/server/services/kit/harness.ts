import type { HarnessFacts } from '@badger/core/kit/harness';
import type { Deps } from '../../deps.ts';
import { listConnectingTimes } from '../../repositories/connections.ts';
import { listKit } from '../../repositories/kit.ts';
import { loadPrices } from '../shop/shop-settings.ts';

const SPAN_DAYS = 180;
const DAY_MS = 86_400_000;
/** Somebody went to lunch in the middle of it. Units: minutes. */
const MOST_MINUTES = 60;
/** One wire alone tells no connecting. */
const LEAST_WIRES = 2;

/** How often the shop connects each family, how long that takes, and what an hour costs: what a harness is reckoned by. */
export async function loadHarnessFacts(deps: Deps): Promise<{
  readonly facts: readonly HarnessFacts[];
  readonly hourlyRate: string;
  readonly currency: string;
}> {
  const since = new Date(deps.clock.now().getTime() - SPAN_DAYS * DAY_MS);
  const [times, kit, prices] = await Promise.all([
    listConnectingTimes(deps.db, since),
    listKit(deps.db),
    loadPrices(deps.db)
  ]);
  const families = [...new Set(times.map((t) => t.family))].sort();
  const facts = families.map((family): HarnessFacts => {
    const own = times.filter((t) => t.family === family);
    return {
      ...{ family, connections: own.length, spanDays: SPAN_DAYS },
      minutes: own.flatMap(minutesOf),
      profileMinutes: profileMinutesOf(deps, family),
      hasOwn: kit.some(
        (k) => k.kind === 'lead' && k.families.length === 1 && k.families[0] === family
      )
    };
  });
  return { facts, hourlyRate: prices.hourlyRate, currency: prices.currency };
}

type Time = Awaited<ReturnType<typeof listConnectingTimes>>[number];

/** What one connection took, where that was measured. */
function minutesOf({ at, lastWireAt, wires }: Time): number[] {
  if (lastWireAt === null || wires < LEAST_WIRES) return [];
  const minutes = (new Date(lastWireAt).getTime() - at.getTime()) / 60_000;
  return minutes > 0 && minutes <= MOST_MINUTES ? [minutes] : [];
}

function profileMinutesOf({ profiles }: Deps, family: string): number | undefined {
  return profiles.get(family)?.accesses.find((a) => a.can)?.handsOn.connect;
}
