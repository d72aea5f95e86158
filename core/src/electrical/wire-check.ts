import { judge, undone, type Judgement } from '../base/verdict.ts';

/** Below this the feed is short-circuited. Units: Ω. Source: common practice. */
const FEED_SHORT_OHM = 10;
/** A sound unit has more than this between feed and ground. Units: Ω. Source: common practice. */
const FEED_LOW_OHM = 100;

/**
 * Judges the resistance from feed to ground before anything is switched on. Units: Ω; Infinity is an open line.
 * Order: not measured, short, low, good. Source: common practice.
 */
export function judgeFeedToGround(ohm: number | undefined): Judgement {
  if (ohm === undefined || Number.isNaN(ohm) || ohm < 0)
    return undone(judge('look', 'wiring.feed.unmeasured'));
  if (ohm < FEED_SHORT_OHM) return judge('stop', 'wiring.feed.short', { ohm });
  if (ohm < FEED_LOW_OHM) return judge('look', 'wiring.feed.low', { ohm });
  return judge('go', 'wiring.feed.free', { ohm });
}

/** From here a wire does not conduct. Units: mΩ. Source: common practice. */
const OPEN_MOHM = 1_000_000;
/** What the meter's own leads and its last digit may add. Units: mΩ. Source: common practice. */
const METER_MOHM = 300;
/** A wire that has more than this is no feed and no ground. Units: mΩ. Source: common practice. */
const WORST_MOHM = 5000;

/**
 * Judges the resistance of one wire from end to end against what its length, cross-section and contacts let expect.
 * `expectedMohm` undefined: of the lead nothing is known, then half an ohm is the most. Units: mΩ; Infinity is an open wire.
 * Order: not measured, open, far too much, more than expected, good.
 */
export function judgeContinuity(
  measuredMohm: number | undefined,
  { signal, expectedMohm }: { readonly signal: string; readonly expectedMohm: number | undefined }
): Judgement {
  const mostMohm = Math.round((expectedMohm ?? METER_MOHM) * 1.5 + METER_MOHM);
  if (measuredMohm === undefined || Number.isNaN(measuredMohm) || measuredMohm < 0)
    return undone(judge('look', 'wiring.wire.unmeasured', { signal, mostMohm }));
  const figures = { signal, mohm: measuredMohm, mostMohm };
  if (measuredMohm >= OPEN_MOHM) return judge('stop', 'wiring.wire.open', figures);
  if (measuredMohm > Math.max(WORST_MOHM, mostMohm))
    return judge('stop', 'wiring.wire.bad', figures);
  if (measuredMohm > mostMohm) return judge('look', 'wiring.wire.worn', figures);
  return judge('go', 'wiring.wire.good', figures);
}
