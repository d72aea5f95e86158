import { judge, type Judgement } from '../base/verdict.ts';

export type Lamp = 'out' | 'on' | 'flashing';

/** What a vehicle told at one moment of a start; undefined is what it did not tell. */
export interface StartSample {
  /** Since the watch began. Units: ms of real life. */
  readonly atMs: number;
  readonly rpm: number | undefined;
  readonly lamp: Lamp | undefined;
}

/** An engine that turns by itself turns at least so fast; the starter turns it slower. Units: 1/min. Source: common practice. */
const RUNS_RPM = 450;
const TURNS_RPM = 60;
/** So long it must run by itself before it counts as started: an immobiliser lets it die within seconds. Units: ms. Source: common practice. */
export const LEAST_RUN_MS = 10_000;
/** Longer without a word nothing is known of what the engine did. Units: ms. */
const LONGEST_GAP_MS = 3_000;

/**
 * What a watched start shows. Go only where the engine was seen to run long enough without a gap and the lamp was seen out at the end; what nobody saw
 * is never taken for running. An engine that ran and stopped by itself within seconds is what an immobiliser does to a unit that it does not know.
 * A unit that is off does not answer: only one that answers and stands has died. Total. Shape: samples in the order of time.
 */
export function judgeStart(samples: readonly StartSample[]): Judgement {
  const runs = findRuns(samples);
  const longest = runs.reduce((ms, r) => Math.max(ms, r.lastMs - r.firstMs), 0);
  const seconds = Math.round(longest / 100) / 10;
  if (longest >= LEAST_RUN_MS) {
    const { lamp } = samples.findLast((s) => s.lamp !== undefined) ?? {};
    if (lamp === 'out') return judge('go', 'return.start.runs', { seconds });
    return lamp === undefined
      ? judge('look', 'return.start.unseen', { seconds })
      : judge('stop', 'return.start.lamp');
  }
  if (runs.some(hasDied)) return judge('stop', 'return.start.dies', { seconds });
  if (runs.length > 0)
    return judge('look', 'return.start.short', { seconds, least: LEAST_RUN_MS / 1000 });
  if (samples.some(({ rpm }) => rpm !== undefined && rpm >= TURNS_RPM))
    return judge('stop', 'return.start.cranks');
  return judge('none', 'return.start.nothing');
}

/** With the key still on it was seen to stand so long after it ran: nobody turned it off. Units: ms. */
const STANDS_MS = 1_500;

/** A stretch in which the engine was seen to run by itself. Units: ms. */
interface Run {
  readonly firstMs: number;
  lastMs: number;
  /** From and to when it was seen to stand right after. */
  stands: { readonly fromMs: number; toMs: number } | undefined;
}

const hasDied = ({ stands }: Run) =>
  stands !== undefined && stands.toMs - stands.fromMs >= STANDS_MS;

function findRuns(samples: readonly StartSample[]): Run[] {
  const runs: Run[] = [];
  let current: Run | undefined;
  for (const { atMs, rpm } of samples) {
    if (rpm === undefined || Number.isNaN(rpm)) continue;
    const lastMs = current?.stands?.toMs ?? current?.lastMs ?? atMs;
    if (atMs - lastMs > LONGEST_GAP_MS) current = undefined;
    if (rpm >= RUNS_RPM) {
      if (current && !current.stands) current.lastMs = atMs;
      else runs.push((current = { firstMs: atMs, lastMs: atMs, stands: undefined }));
    } else if (current && rpm < TURNS_RPM) {
      if (current.stands) current.stands.toMs = atMs;
      else current.stands = { fromMs: atMs, toMs: atMs };
    }
  }
  return runs;
}
