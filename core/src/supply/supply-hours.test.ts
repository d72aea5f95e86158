import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { SupplySample } from '../port/supply.ts';
import { RECORD_START, recordSample, type SupplyMark } from './record-supply.ts';
import { packPoints, unpackPoints } from './trace-bytes.ts';
import { thinRuns } from './thin-runs.ts';
import type { TracePoint } from './thin-trace.ts';

const on = (ma = 900, mv = 13_500): SupplySample => ({
  ...{ measuredMv: mv, measuredMa: ma, on: true, setMv: 13_500, limitMa: 3000 }
});
const OFF: SupplySample = { ...on(0, 0), on: false };

/** Marks and points of readings at 10 Hz. */
function record(samples: readonly (SupplySample | undefined)[]) {
  let state = RECORD_START;
  const marks: SupplyMark[] = [];
  const points: TracePoint[] = [];
  for (const [i, sample] of samples.entries()) {
    const { mark, point, ...next } = recordSample(state, i * 100, sample);
    state = next.state;
    if (mark) marks.push(mark);
    if (point) points.push(point);
  }
  return { marks, points, kinds: marks.map((m) => m.kind) };
}

describe('recordSample', () => {
  it('keeps what flows while the output is on, with its beginning and its end', () => {
    const { kinds, points } = record([OFF, OFF, on(), on(1200), OFF, OFF]);
    expect(kinds).toEqual(['on', 'off']);
    expect(points.map((p) => [p.atMs, p.ma])).toEqual([
      [200, 900],
      [300, 1200],
      [400, 0]
    ]);
  });

  it('says that an output was found on when nobody saw it go on', () => {
    expect(record([on(), on()]).kinds).toEqual(['found-on']);
    expect(record([undefined, on()]).kinds).toEqual(['found-on']);
    expect(record([OFF, undefined, on()]).kinds).toEqual(['found-on']);
  });

  it('does not call an output off that it does not hear', () => {
    const { kinds, points } = record([OFF, on(), undefined, undefined, on(), undefined, OFF, OFF]);
    expect(kinds).toEqual(['on', 'lost', 'found-on', 'lost', 'found-off']);
    expect(points).toHaveLength(3);
  });

  it('marks what is set anew while on, and nothing while off', () => {
    const less = { ...on(), limitMa: 2000 };
    const { marks } = record([OFF, { ...OFF, setMv: 12_000 }, on(), less, less]);
    expect(marks).toEqual([
      { atMs: 200, kind: 'on', setMv: 13_500, limitMa: 3000 },
      { atMs: 300, kind: 'set', setMv: 13_500, limitMa: 2000 }
    ]);
  });

  it('takes no figure that was not measured', () => {
    expect(record([OFF, on(NaN), on(1, Infinity), on(1, 2 ** 40), on(7)]).points).toEqual([
      { atMs: 400, mv: 13_500, ma: 7 }
    ]);
  });

  it('never holds a point of an output that nobody heard', () => {
    const heard = fc.constantFrom(OFF, on(), on(2000), undefined);
    fc.assert(
      fc.property(fc.array(heard, { maxLength: 60 }), (samples) => {
        const { points, kinds } = record(samples);
        for (const { atMs } of points) expect(samples[atMs / 100]).toBeDefined();
        expect(points.length).toBeGreaterThanOrEqual(samples.filter((s) => s?.on).length);
        const ends = kinds.filter((k) => k === 'off' || k === 'lost').length;
        const starts = kinds.filter((k) => k === 'on' || k === 'found-on').length;
        expect(starts - ends).toBe(samples.at(-1)?.on ? 1 : 0);
      })
    );
  });
});

describe('packPoints', () => {
  const point = fc.record({
    atMs: fc.nat({ max: 60_000 }),
    mv: fc.integer({ min: -(2 ** 31), max: 2 ** 31 - 1 }),
    ma: fc.integer({ min: -(2 ** 31), max: 2 ** 31 - 1 })
  });
  it('comes back as it was', () => {
    fc.assert(
      fc.property(fc.array(point), (points) => {
        const start = 1_795_770_000_000;
        const moved = points.map((p) => ({ ...p, atMs: p.atMs + start }));
        const out: TracePoint[] = [];
        unpackPoints(packPoints(moved, start), start, out);
        expect(out).toEqual(moved);
      })
    );
  });

  it('refuses a moment before its start, and leaves out a point that was cut', () => {
    expect(() => packPoints([{ atMs: 5, mv: 0, ma: 0 }], 6)).toThrow(RangeError);
    const out: TracePoint[] = [];
    unpackPoints(new Uint8Array(30), 0, out);
    expect(out).toHaveLength(2);
  });
});

describe('thinRuns', () => {
  const stretch = (start: number, count: number, ma = 900) =>
    Array.from({ length: count }, (_, i) => ({ atMs: start + i * 100, mv: 13_500, ma }));

  it('keeps a peak and a dip of eight hours at 10 Hz, and the hole between', () => {
    const points = [...stretch(0, 140_000), ...stretch(16_000_000, 148_000)];
    points[77_777] = { atMs: 7_777_700, mv: 13_500, ma: 10_000 };
    points[200_001] = { atMs: points[200_001]?.atMs as number, mv: 6000, ma: 900 };
    const { runs, holeMs } = thinRuns(points, 1200);
    expect(holeMs).toBe(2000);
    expect(runs).toHaveLength(2);
    const flat = runs.flat();
    expect(flat.length).toBeLessThanOrEqual(1200 + 24);
    expect(Math.max(...flat.map((p) => p.ma))).toBe(10_000);
    expect(Math.min(...flat.map((p) => p.mv))).toBe(6000);
    expect(runs[0]?.at(-1)?.atMs).toBe(13_999_900);
    expect(runs[1]?.[0]?.atMs).toBe(16_000_000);
  });

  it('closes the shortest holes of a supply that flickers, and says so', () => {
    const points = Array.from({ length: 5000 }, (_, i) => stretch(i * 5000, 3)).flat();
    const { runs, holeMs } = thinRuns(points, 1200);
    expect(holeMs).toBe(8000);
    expect(runs).toHaveLength(1);
    expect(thinRuns([], 1200)).toEqual({ holeMs: 2000, runs: [] });
  });
});
