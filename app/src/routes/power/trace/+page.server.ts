import { deps } from '$lib/server/app-root.ts';
import { describeSupplyHours, MOST_STRETCH_MS } from '$lib/server/services/kit/supply-hours.ts';
import type { PageServerLoad } from './$types';

const HOUR_MS = 3_600_000;

/** A number of an address, held between two; what is none is the usual one. */
function numberOf(text: string | null, [least, usual, most]: readonly [number, number, number]) {
  const number = Math.trunc(Number(text ?? NaN));
  return Number.isFinite(number) ? Math.min(most, Math.max(least, number)) : usual;
}

/** The last hour of every supply, or the stretch that the address names. */
export const load: PageServerLoad = async ({ url, depends }) => {
  depends('badger:supply-trace');
  const nowMs = deps().clock.now().getTime();
  const spanMs = numberOf(url.searchParams.get('span'), [10_000, HOUR_MS, MOST_STRETCH_MS]);
  const toMs = numberOf(url.searchParams.get('to'), [spanMs, nowMs, nowMs]);
  const of = [...deps().bench.stations.keys()].map((stationId) =>
    describeSupplyHours(deps(), { stationId, fromMs: toMs - spanMs, toMs })
  );
  const told = await Promise.all(of);
  return {
    ...{ spanMs, toMs, live: url.searchParams.get('to') === null || toMs >= nowMs },
    stations: told.flatMap((s) => (s.ok ? [s.value] : []))
  };
};
