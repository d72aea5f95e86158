import type { Judgement } from '../base/verdict.ts';
import type { SupplySample } from '../port/supply.ts';
import type { TracePoint } from './thin-trace.ts';

/**
 * What happened to an output: seen going on or off; found on or off when it was heard again (or for the first time), so that
 * nobody knows since when; no longer heard while on; set anew while on; ordered off by the watch.
 */
export const SUPPLY_MARKS = ['on', 'off', 'found-on', 'found-off', 'lost', 'set', 'trip'] as const;

/** A moment in a supply's trace. Units: ms, mV, mA. */
export interface SupplyMark {
  readonly atMs: number;
  readonly kind: (typeof SUPPLY_MARKS)[number];
  /** What is set, where it was told. */
  readonly setMv?: number;
  readonly limitMa?: number;
  /** Why the watch switched it off. */
  readonly why?: Judgement;
}

/** What the reading before told; `lost`: it was on and is not heard; `unheard`: off and not heard, or nothing yet. */
export interface RecordState {
  readonly was: 'on' | 'off' | 'lost' | 'unheard';
  readonly setMv: number;
  readonly limitMa: number;
}

export const RECORD_START: RecordState = { was: 'unheard', setMv: 0, limitMa: 0 };

/** What one reading adds to the trace. */
export interface Recorded {
  readonly state: RecordState;
  readonly mark: SupplyMark | undefined;
  readonly point: TracePoint | undefined;
}

/**
 * Takes one reading of a supply into its trace; undefined for one that was asked and not answered. Points are kept while the
 * output is on, and one of the reading that first shows it off. What was not measured is no point. An output that was not heard
 * is not said to be off: its trace has a hole. Units: ms, mV, mA.
 */
export function recordSample(
  state: RecordState,
  atMs: number,
  sample: SupplySample | undefined
): Recorded {
  if (!sample) {
    const mark = state.was === 'on' ? ({ atMs, kind: 'lost' } as const) : undefined;
    const was = mark || state.was === 'lost' ? 'lost' : 'unheard';
    return { state: { ...state, was }, mark, point: undefined };
  }
  const { on, setMv, limitMa } = sample;
  const next: RecordState = { was: on ? 'on' : 'off', setMv, limitMa };
  const kind = on ? kindOn(state, next) : KIND_OFF[state.was];
  return {
    state: next,
    mark: kind && (on ? { atMs, kind, setMv, limitMa } : { atMs, kind }),
    point: on || kind ? pointOf(atMs, sample) : undefined
  };
}

const KIND_OFF: Readonly<Record<RecordState['was'], SupplyMark['kind'] | undefined>> = {
  on: 'off',
  lost: 'found-off',
  off: undefined,
  unheard: undefined
};

function kindOn(state: RecordState, next: RecordState): SupplyMark['kind'] | undefined {
  if (state.was === 'off') return 'on';
  if (state.was !== 'on') return 'found-on';
  return state.setMv === next.setMv && state.limitMa === next.limitMa ? undefined : 'set';
}

/** Figures beyond this are a fault of speech, not of a supply. Units: mV and mA. */
const MOST = 2 ** 31 - 1;

function pointOf(atMs: number, { measuredMv, measuredMa }: SupplySample): TracePoint | undefined {
  const figures = [measuredMv, measuredMa];
  if (!figures.every((f) => Number.isFinite(f) && Math.abs(f) <= MOST)) return undefined;
  return { atMs, mv: Math.round(measuredMv), ma: Math.round(measuredMa) };
}
