/** What a family asks of the sleeping vehicle. Units: mA, minutes after it was locked. */
export interface SleepSpec {
  readonly maxMa: number;
  readonly afterMinutes: number;
}

/** How a step stands after it was tried once: `open` where it was not tried as it must be. */
export type Tried = 'done' | 'wrong' | 'open';

/**
 * The complaint done again: it showed, or it did not for as long as it takes to show. Tried for a shorter time, or for a time that nobody told, it proves nothing; that it showed counts at once.
 * Units: minutes. `takes` undefined: nobody could say how long it takes, any time counts.
 */
export function judgeComplaint(
  shown: boolean,
  triedMinutes: number | undefined,
  takes: number | undefined
): Tried {
  if (shown) return 'wrong';
  if (triedMinutes === undefined || !Number.isFinite(triedMinutes)) return 'open';
  return triedMinutes >= Math.max(takes ?? 0, 1) ? 'done' : 'open';
}

/** The current of the sleeping vehicle: measured before it can be asleep it says nothing, however low it is; a draw that stays is a fault of its own. Units: mA, minutes. */
export function judgeSleep(
  { maxMa, afterMinutes }: SleepSpec,
  currentMa: number,
  minutes: number
): Tried {
  if (!Number.isFinite(currentMa) || currentMa < 0 || !(minutes >= afterMinutes)) return 'open';
  return currentMa <= maxMa ? 'done' : 'wrong';
}
