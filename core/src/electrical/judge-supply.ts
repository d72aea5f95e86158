import { judge, undone, type Judgement } from '../base/verdict.ts';
import type { SupplyNeed } from '../profile/profile.ts';

/** What the supply says of itself. Units: mV, mA. */
export interface SupplyReading {
  readonly on: boolean;
  readonly setMv: number;
  readonly limitMa: number;
  readonly measuredMv: number;
  readonly measuredMa: number;
  /** Most that this supply can give. */
  readonly ratedMa: number;
}

/**
 * Holds a supply against what the family needs in its way in.
 * What is no number was not measured and never counts as sound.
 * Order: absent, cannot carry it, off, limit too low, volts outside, in limitation, limit far too high, fine.
 * Source: common practice (limit a little above the draw; a unit in boot mode needs several amperes).
 */
export function judgeSupply(reading: SupplyReading | undefined, need: SupplyNeed): Judgement {
  if (!reading) return judge('stop', 'supply.link.absent');
  const params = {
    ratedMa: reading.ratedMa,
    limitMa: reading.limitMa,
    needMa: need.limitMinMa,
    mostMa: need.limitMaxMa,
    measuredMv: reading.measuredMv,
    minMv: need.voltageMinMv,
    maxMv: need.voltageMaxMv
  };
  if (!(reading.ratedMa >= need.limitMinMa)) return judge('stop', 'supply.rating.low', params);
  if (!reading.on) return undone(judge('stop', 'supply.output.off', params));
  if (!(reading.limitMa >= need.limitMinMa)) return judge('stop', 'supply.limit.low', params);
  if (!(reading.measuredMa < reading.limitMa)) return judge('stop', 'supply.limit.reached', params);
  if (!(reading.measuredMv >= need.voltageMinMv && reading.measuredMv <= need.voltageMaxMv)) {
    return judge('stop', 'supply.volts.outside', params);
  }
  if (reading.limitMa > need.limitMaxMa) return judge('look', 'supply.limit.high', params);
  return judge('go', 'supply.output.fine', params);
}
