/** One reading of a supply in time. Units: ms, mV, mA. */
export interface TracePoint {
  readonly atMs: number;
  readonly mv: number;
  readonly ma: number;
}

/** Points that a stretch keeps: its first and last, and the ends of both figures. */
const PER_STRETCH = 6;

/**
 * At most `most` points of a long trace, in their order, without losing a peak: the trace is cut into stretches of equal
 * count, and of each its first and last point and the highest and lowest of volts and amps stay. The first and the last point
 * of the whole always stay. A short trace is given back as it is. Throws RangeError for fewer than 12 points.
 * Example: one reading of 10 A among 288 000 of 1 A is still there at 1200 points.
 */
export function thinTrace<P extends TracePoint>(points: readonly P[], most: number): readonly P[] {
  if (!(most >= 2 * PER_STRETCH)) throw new RangeError(`"most" expected 12 or more, got ${most}`);
  if (points.length <= most) return points;
  const stretches = Math.floor(most / PER_STRETCH);
  const out: P[] = [];
  for (let s = 0; s < stretches; s++) {
    const start = Math.floor((s * points.length) / stretches);
    const end = Math.floor(((s + 1) * points.length) / stretches);
    for (const i of endsOf(points, start, end)) out.push(points[i] as P);
  }
  return out;
}

/** Places of the points that stay of [start, end), rising, each once. */
function endsOf(points: readonly TracePoint[], start: number, end: number): number[] {
  let [lowMv, highMv, lowMa, highMa] = [start, start, start, start];
  const at = (i: number) => points[i] as TracePoint;
  for (let i = start + 1; i < end; i++) {
    const { mv, ma } = at(i);
    if (mv < at(lowMv).mv) lowMv = i;
    if (mv > at(highMv).mv) highMv = i;
    if (ma < at(lowMa).ma) lowMa = i;
    if (ma > at(highMa).ma) highMa = i;
  }
  return [...new Set([start, lowMv, highMv, lowMa, highMa, end - 1])].sort((a, b) => a - b);
}
