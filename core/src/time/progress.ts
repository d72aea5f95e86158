/** Progress of a transfer at one moment. Units: milliseconds, bytes. */
export interface ProgressPoint {
  readonly atMs: number;
  readonly doneBytes: number;
}

export interface ProgressEstimate {
  readonly bytesPerSecond: number;
  readonly leftSeconds: number | undefined;
  /**
   * `steady`, `slow` (under half of what it was), `erasing` (no byte is due, and it takes no longer than it may), or `stalled` (nothing for
   * longer than the patience).
   */
  readonly pace: 'starting' | 'steady' | 'slow' | 'erasing' | 'stalled';
  /** Since something was heard. */
  readonly silentSeconds: number;
}

/** A stretch in which no byte moves: blocks are erased. Units: ms. */
export interface QuietStretch {
  readonly sinceMs: number;
  /** How long it usually takes. */
  readonly usualMs: number;
}

/** A unit that erases so many times longer than usual stands still. Source: common practice. */
const ERASE_PATIENCE = 3;
/** So many usual gaps without a byte are a stall, where that is longer than the patience. Source: common practice. */
const GAPS = 10;

/**
 * Estimates rate and time left from recent points (ascending, the last is the newest).
 * A stall is told apart from slow work: nothing for longer than `patienceMs`, or ten times the usual gap.
 * Source: common practice. Example: 1000 bytes in the last second and 5000 to go is 5 s left.
 */
export function estimateProgress(
  points: readonly ProgressPoint[],
  {
    totalBytes,
    nowMs,
    patienceMs = 5000,
    windowMs = 5000,
    sinceMs = -Infinity,
    quiet
  }: {
    totalBytes: number;
    nowMs: number;
    patienceMs?: number;
    windowMs?: number;
    /** What is done now began then: nothing was due before. */
    sinceMs?: number;
    /** Blocks are erased now. */
    quiet?: QuietStretch | undefined;
  }
): ProgressEstimate {
  const estimate = estimateBytes(points, { totalBytes, nowMs, patienceMs, windowMs, sinceMs });
  if (!quiet) return estimate;
  const silentMs = nowMs - quiet.sinceMs;
  const late = silentMs > Math.max(patienceMs, ERASE_PATIENCE * quiet.usualMs);
  return { ...estimate, pace: late ? 'stalled' : 'erasing', silentSeconds: silentMs / 1000 };
}

function estimateBytes(
  points: readonly ProgressPoint[],
  {
    totalBytes,
    nowMs,
    patienceMs,
    windowMs,
    sinceMs
  }: {
    totalBytes: number;
    nowMs: number;
    patienceMs: number;
    windowMs: number;
    sinceMs: number;
  }
): ProgressEstimate {
  const first = points[0];
  const last = points.at(-1);
  if (!first || !last || last.doneBytes === first.doneBytes) {
    const waited = first ? nowMs - Math.max(first.atMs, sinceMs) : 0;
    const pace = waited > patienceMs ? 'stalled' : 'starting';
    const silentSeconds = waited / 1000;
    return { bytesPerSecond: 0, leftSeconds: undefined, pace, silentSeconds };
  }
  const overall = rate(first, last, nowMs);
  const recent = points.find((p) => p.atMs >= last.atMs - windowMs) ?? first;
  const lately = recent === last ? overall : rate(recent, last, nowMs);
  const silentMs = nowMs - Math.max(lastChange(points), sinceMs);
  const patience = Math.max(patienceMs, GAPS * usualGap(points));
  const pace = silentMs > patience ? 'stalled' : lately < overall / 2 ? 'slow' : 'steady';
  const leftSeconds = lately > 0 ? (totalBytes - last.doneBytes) / lately : undefined;
  return { bytesPerSecond: lately, leftSeconds, pace, silentSeconds: silentMs / 1000 };
}

function rate(from: ProgressPoint, to: ProgressPoint, nowMs: number): number {
  const ms = Math.max(1, Math.max(to.atMs, Math.min(nowMs, to.atMs + 1000)) - from.atMs);
  return ((to.doneBytes - from.doneBytes) * 1000) / ms;
}

/** Middle of the gaps between one step forward and the next. Units: ms. */
function usualGap(points: readonly ProgressPoint[]): number {
  const steps = points.filter((p, i) => i === 0 || p.doneBytes !== points[i - 1]?.doneBytes);
  const gaps = steps.slice(1).map((p, i) => p.atMs - (steps[i] as ProgressPoint).atMs);
  return gaps.sort((a, b) => a - b)[Math.floor(gaps.length / 2)] ?? 0;
}

function lastChange(points: readonly ProgressPoint[]): number {
  const final = points.at(-1) as ProgressPoint;
  const since = points.find((p) => p.doneBytes === final.doneBytes);
  return (since ?? final).atMs;
}
