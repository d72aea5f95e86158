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
 * What a watched start shows. Go only where the engine was seen to begin to run, to run long enough without a gap, and the lamp was seen out while it did; what
 * nobody saw is never taken for running. An engine that ran and stopped by itself within seconds is what an immobiliser does to a unit that it does not know.
 * A unit that is off does not answer: only one that answers and stands has died. Total. Shape: samples in the order of time.
 */
export function judgeStart(samples: readonly StartSample[]): Judgement {
  const runs = findRuns(samples);
  const lengthOf = (r: Run) => r.lastMs - r.firstMs;
  const [longest] = runs.toSorted(
    (a, b) => Number(b.begun) - Number(a.begun) || lengthOf(b) - lengthOf(a)
  );
  const seconds = longest ? Math.round(lengthOf(longest) / 100) / 10 : 0;
  if (longest && lengthOf(longest) >= LEAST_RUN_MS) {
    if (!longest.begun) return judge('look', 'return.start.running', { seconds });
    const { lamp } =
      samples.findLast((s) => s.lamp !== undefined && s.atMs >= longest.firstMs) ?? {};
    if (lamp === 'out') return judge('go', 'return.start.runs', { seconds });
    return lamp === undefined
      ? judge('look', 'return.start.unseen', { seconds })
      : judge('stop', 'return.start.lamp');
  }
  if (runs.some(hasDied)) return judge('stop', 'return.start.dies', { seconds });
  if (longest) return judge('look', 'return.start.short', { seconds, least: LEAST_RUN_MS / 1000 });
  const told = samples.flatMap(({ rpm }) => (rpm === undefined || Number.isNaN(rpm) ? [] : [rpm]));
  if (!told.some((rpm) => rpm >= TURNS_RPM)) return judge('none', 'return.start.nothing');
  // while the starter turns it may still begin to run
  return (told.at(-1) ?? 0) >= TURNS_RPM
    ? judge('look', 'return.start.turning')
    : judge('stop', 'return.start.cranks');
}

/** With the key still on it was seen to stand so long after it ran: nobody turned it off. Units: ms. */
const STANDS_MS = 1_500;

/** A stretch in which the engine was seen to run by itself. Units: ms. */
interface Run {
  readonly firstMs: number;
  /** It was seen not to run right before. */
  readonly begun: boolean;
  lastMs: number;
  /** From and to when it was seen to stand right after. */
  stands: { readonly fromMs: number; toMs: number } | undefined;
}

const hasDied = ({ stands }: Run) =>
  stands !== undefined && stands.toMs - stands.fromMs >= STANDS_MS;

function findRuns(samples: readonly StartSample[]): Run[] {
  const runs: Run[] = [];
  let current: Run | undefined;
  let before: { readonly atMs: number; readonly rpm: number } | undefined;
  for (const { atMs, rpm } of samples) {
    if (rpm === undefined || Number.isNaN(rpm)) continue;
    const near = before && atMs - before.atMs <= LONGEST_GAP_MS ? before : undefined;
    if (!near) current = undefined;
    if (rpm >= RUNS_RPM) {
      if (current && !current.stands) current.lastMs = atMs;
      else {
        const begun = near !== undefined && near.rpm < RUNS_RPM;
        runs.push((current = { firstMs: atMs, lastMs: atMs, begun, stands: undefined }));
      }
    } else if (current && rpm < TURNS_RPM) {
      if (current.stands) current.stands.toMs = atMs;
      else current.stands = { fromMs: atMs, toMs: atMs };
    }
    before = { atMs, rpm };
  }
  return runs;
}
