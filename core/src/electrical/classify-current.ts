import { judge, type Judgement } from '../base/verdict.ts';
import type { DrawBand } from '../profile/profile.ts';

/** Above this a lone unit has something wrong inside. Source: common practice. Units: mA. */
export const ALARM_MA = 10_000;

/**
 * Judges the current of a powered unit against the band that its family draws in a state.
 * Order: nothing flows, alarm, below the band, above the band, inside. Source: common practice.
 */
export function classifyCurrent(currentMa: number, band: DrawBand): Judgement {
  const params = { currentMa, minMa: band.minMa, maxMa: band.maxMa, state: band.state };
  // what is no number was not measured: nothing is known to flow
  if (!(currentMa >= 10)) return judge('stop', 'current.draw.none', params);
  if (currentMa >= ALARM_MA) return judge('stop', 'current.draw.alarm', params);
  if (currentMa < band.minMa) return judge('look', 'current.draw.low', params);
  if (currentMa > band.maxMa) return judge('look', 'current.draw.high', params);
  return judge('go', 'current.draw.expected', params);
}
