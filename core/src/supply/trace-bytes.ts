import type { TracePoint } from './thin-trace.ts';

/** A point as bytes: moment, volts, amps, each 32 bits little endian. */
const POINT_BYTES = 12;

/** Points of a trace packed for keeping, moments counted from `startMs`. Throws RangeError for a moment before it or 49 days after. */
export function packPoints(points: readonly TracePoint[], startMs: number): Uint8Array {
  const bytes = new Uint8Array(points.length * POINT_BYTES);
  const view = new DataView(bytes.buffer);
  for (const [i, { atMs, mv, ma }] of points.entries()) {
    const sinceMs = Math.round(atMs - startMs);
    if (!(sinceMs >= 0 && sinceMs < 2 ** 32)) throw new RangeError(`point at ${sinceMs} ms`);
    view.setUint32(i * POINT_BYTES, sinceMs, true);
    view.setInt32(i * POINT_BYTES + 4, mv, true);
    view.setInt32(i * POINT_BYTES + 8, ma, true);
  }
  return bytes;
}

/** The points of {@link packPoints} again, appended to `out`; a point that is cut off at the end is left out. */
export function unpackPoints(bytes: Uint8Array, startMs: number, out: TracePoint[]): void {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = 0; at + POINT_BYTES <= bytes.length; at += POINT_BYTES) {
    const atMs = startMs + view.getUint32(at, true);
    out.push({ atMs, mv: view.getInt32(at + 4, true), ma: view.getInt32(at + 8, true) });
  }
}
