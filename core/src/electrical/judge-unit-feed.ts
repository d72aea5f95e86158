import { judge, undone, type Judgement } from '../base/verdict.ts';
import type { SupplyNeed } from '../profile/profile.ts';
import { judgeSupply, type SupplyReading } from './judge-supply.ts';

/** Who feeds a unit that is wired at its connector while it stays installed, as a person said. */
export interface UnitFeed {
  /** Undefined: nobody has said. */
  readonly by: 'bench' | 'vehicle' | undefined;
  /** Measured at the unit by hand, where the vehicle feeds it. Units: mV. */
  readonly measuredMv: number | undefined;
  /** Since it was said and measured. Units: s. */
  readonly ageSeconds: number | undefined;
}

/** A measurement by hand older than this says nothing about now. Units: s. Source: common practice. */
const FRESH_SECONDS = 1800;

/**
 * Is a unit fed as its access needs it? `feed` is undefined where only the bench can feed it. Two feeds at once fight each other.
 * Stop `gate.feed.unasked`, `gate.feed.twice`, `gate.feed.unmeasured`, `gate.feed.outside`; look `gate.feed.unknown` (the bench supply
 * does not tell whether it is off); go `gate.feed.vehicle`; else the codes of `judgeSupply`. Source: common practice.
 */
export function judgeUnitFeed(
  feed: UnitFeed | undefined,
  supply: SupplyReading | undefined,
  need: SupplyNeed
): Judgement {
  if (!feed || feed.by === 'bench') return judgeSupply(supply, need);
  if (feed.by === undefined) return undone(judge('stop', 'gate.feed.unasked'));
  if (supply?.on) return judge('stop', 'gate.feed.twice');
  const { measuredMv = Number.NaN, ageSeconds = Number.NaN } = feed;
  const { voltageMinMv: minMv, voltageMaxMv: maxMv } = need;
  // measured in the future: somebody's clock is wrong, and the age is not known
  const fresh = ageSeconds >= 0 && ageSeconds <= FRESH_SECONDS;
  if (!Number.isFinite(measuredMv) || !fresh)
    return undone(judge('stop', 'gate.feed.unmeasured', { minMv, maxMv }));
  const params = { measuredMv, minMv, maxMv };
  if (measuredMv < minMv || measuredMv > maxMv) return judge('stop', 'gate.feed.outside', params);
  return supply ? judge('go', 'gate.feed.vehicle', params) : judge('look', 'gate.feed.unknown');
}
