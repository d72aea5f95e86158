import { judge, type Judgement } from '../base/verdict.ts';
import { ALARM_MA } from './classify-current.ts';

/** One reading of a supply, with its moment on any steady clock. Units: ms, mV, mA. */
export interface WatchedSample {
  readonly atMs: number;
  readonly on: boolean;
  readonly setMv: number;
  readonly limitMa: number;
  readonly measuredMv: number;
  readonly measuredMa: number;
}

/** What is remembered from one reading to the next. */
export interface WatchState {
  /** When the output was first seen on; undefined while it is off. */
  readonly onSinceMs: number | undefined;
  readonly lastMa: number;
}

export const WATCH_START: WatchState = { onSinceMs: undefined, lastMa: 0 };

/** Empty capacitors draw like a short for a moment; longer is no inrush. Units: ms. Source: common practice. */
export const INRUSH_MS = 500;
/** A family's unit never draws so many times its most. Source: common practice. */
const OVER_SHARE = 1.5;
/** A rise of this share of the most from one reading to the next, above the most, runs away. Source: common practice. */
const RISE_SHARE = 0.5;
/** In limitation the voltage gives way: below this share of what is set it has. Source: common practice. */
const SAG_SHARE = 0.9;

/**
 * Looks at one reading and says whether the output has to go off at once. `mostMa`: the most that what hangs on it draws in any
 * state; undefined where nobody knows what it is. What was not measured trips nothing. Order: off, not measured, alarm, held in
 * the limit beyond an inrush, over the most, rising fast. Source: common practice.
 */
export function watchSupply(
  state: WatchState,
  sample: WatchedSample,
  mostMa: number | undefined
): { readonly state: WatchState; readonly trip: Judgement | undefined } {
  if (!sample.on) return { state: WATCH_START, trip: undefined };
  const onSinceMs = state.onSinceMs ?? sample.atMs;
  const { measuredMa, measuredMv } = sample;
  const measured = Number.isFinite(measuredMa) && Number.isFinite(measuredMv);
  const next = { onSinceMs, lastMa: measured ? measuredMa : state.lastMa };
  const settled = sample.atMs - onSinceMs > INRUSH_MS;
  const trip = measured ? tripOf(sample, { lastMa: state.lastMa, settled, mostMa }) : undefined;
  return { state: next, trip };
}

interface Before {
  readonly lastMa: number;
  readonly settled: boolean;
  readonly mostMa: number | undefined;
}

function tripOf(sample: WatchedSample, { lastMa, settled, mostMa }: Before): Judgement | undefined {
  const { measuredMa, measuredMv, setMv, limitMa } = sample;
  const figures = { measuredMa, measuredMv, limitMa };
  const limited = measuredMa >= limitMa * 0.98 && measuredMv < setMv * SAG_SHARE;
  // an inrush is held by the limit, and that is what the limit is for
  if (!settled) return undefined;
  if (measuredMa >= ALARM_MA) return judge('stop', 'watch.current.alarm', figures);
  if (limited) return judge('stop', 'watch.limit.held', figures);
  if (mostMa === undefined || !(mostMa > 0)) return undefined;
  if (measuredMa > mostMa * OVER_SHARE)
    return judge('stop', 'watch.current.over', { ...figures, mostMa });
  if (measuredMa > mostMa && measuredMa - lastMa > mostMa * RISE_SHARE)
    return judge('stop', 'watch.current.rising', { ...figures, mostMa, lastMa });
  return undefined;
}
