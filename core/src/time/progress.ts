/** Progress of a transfer at one moment. Units: milliseconds, bytes. */
export interface ProgressPoint {
  readonly atMs: number;
  readonly doneBytes: number;
}

export interface ProgressEstimate {
  readonly bytesPerSecond: number;
  readonly leftSeconds: number | undefined;
  /** `steady`, `slow` (under half of what it was), or `stalled` (nothing for longer than the patience). */
  readonly pace: 'starting' | 'steady' | 'slow' | 'stalled';
}

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
    windowMs = 5000
  }: {
    totalBytes: number;
    nowMs: number;
    patienceMs?: number;
    windowMs?: number;
  }
): ProgressEstimate {
  const first = points[0];
  const last = points.at(-1);
  if (!first || !last || last.doneBytes === first.doneBytes) {
    const waited = first ? nowMs - first.atMs : 0;
    const pace = waited > patienceMs ? 'stalled' : 'starting';
    return { bytesPerSecond: 0, leftSeconds: undefined, pace };
  }
  const overall = rate(first, last, nowMs);
  const recent = points.find((p) => p.atMs >= last.atMs - windowMs) ?? first;
  const lately = recent === last ? overall : rate(recent, last, nowMs);
  const silentMs = nowMs - lastChange(points);
  const pace = silentMs > patienceMs ? 'stalled' : lately < overall / 2 ? 'slow' : 'steady';
  const leftSeconds = lately > 0 ? (totalBytes - last.doneBytes) / lately : undefined;
  return { bytesPerSecond: lately, leftSeconds, pace };
}

function rate(from: ProgressPoint, to: ProgressPoint, nowMs: number): number {
  const ms = Math.max(1, Math.max(to.atMs, Math.min(nowMs, to.atMs + 1000)) - from.atMs);
  return ((to.doneBytes - from.doneBytes) * 1000) / ms;
}

function lastChange(points: readonly ProgressPoint[]): number {
  const final = points.at(-1) as ProgressPoint;
  const since = points.find((p) => p.doneBytes === final.doneBytes);
  return (since ?? final).atMs;
}
